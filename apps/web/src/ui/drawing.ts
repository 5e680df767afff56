import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Drawing, Role, Shape } from '@harvu/core/drawing';

const FILLS: Readonly<Record<Role, string>> = {
  ink: 'fill-ink',
  soft: 'fill-ink-soft',
  line: 'fill-line',
  'on-ink': 'fill-paper',
  stays: 'fill-spruce',
  muted: 'fill-rose',
  way: 'fill-brass-line',
  finger: 'fill-spruce',
  bracket: 'fill-slate',
  ground: 'fill-sheet',
};
const STROKES: Readonly<Record<Role, string>> = {
  ink: 'fill-none stroke-ink',
  soft: 'fill-none stroke-ink-soft',
  line: 'fill-none stroke-line',
  'on-ink': 'fill-none stroke-paper',
  stays: 'fill-none stroke-spruce',
  muted: 'fill-none stroke-rose',
  way: 'fill-none stroke-brass-line',
  finger: 'fill-none stroke-spruce',
  bracket: 'fill-none stroke-slate',
  ground: 'fill-none stroke-sheet',
};

/** The shapes of a drawing, inside an svg; what they are is worked out in the core. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- it has to be a group inside a drawing
  selector: 'g[harvuShapes]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'pointer-events-none' },
  template: `
    @for (shape of shapes(); track $index) {
      @switch (shape.kind) {
        @case ('line') {
          <svg:path
            [attr.d]="shape.path"
            [attr.class]="strokes[shape.role]"
            [attr.stroke-width]="shape.width"
            [attr.stroke-dasharray]="shape.dashes ?? null"
            [attr.stroke-linecap]="shape.isRound ? 'round' : null"
          />
        }
        @case ('filled') {
          <svg:path [attr.d]="shape.path" [attr.class]="fills[shape.role]" />
        }
        @case ('disc') {
          <svg:circle
            [attr.cx]="shape.x"
            [attr.cy]="shape.y"
            [attr.r]="shape.radius"
            [attr.class]="fills[shape.role]"
          />
        }
        @case ('ring') {
          <svg:circle
            [attr.cx]="shape.x"
            [attr.cy]="shape.y"
            [attr.r]="shape.radius"
            [attr.class]="strokes[shape.role]"
            [attr.stroke-width]="shape.width"
          />
        }
        @case ('square') {
          <svg:rect
            [attr.x]="shape.x"
            [attr.y]="shape.y"
            [attr.width]="shape.side"
            [attr.height]="shape.side"
            [attr.class]="fills[shape.role]"
          />
        }
        @case ('text') {
          <svg:text
            [attr.x]="shape.x"
            [attr.y]="shape.y"
            [attr.text-anchor]="shape.anchor ?? 'middle'"
            [attr.font-size]="shape.size"
            [attr.font-weight]="shape.isBold ? 700 : null"
            [attr.class]="fills[shape.role] + faceOf(shape)"
          >
            {{ shape.text }}
          </svg:text>
        }
      }
    }
  `,
})
export class Shapes {
  readonly shapes = input.required<readonly Shape[]>();
  protected readonly fills = FILLS;
  protected readonly strokes = STROKES;

  protected faceOf({ isFigure, isMusic }: Extract<Shape, { kind: 'text' }>): string {
    if (isMusic) return ' font-music';
    return isFigure ? ' font-mono' : ' font-sans';
  }
}

/** A drawing by itself, with its words for who does not see it. */
@Component({
  selector: 'harvu-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Shapes],
  host: { class: 'inline-block' },
  template: `
    <svg
      [attr.viewBox]="viewBox()"
      [attr.width]="scale() === null ? '100%' : drawing().width * (scale() ?? 1)"
      [attr.height]="scale() === null ? null : drawing().height * (scale() ?? 1)"
      role="img"
      [attr.aria-label]="drawing().words"
      class="block"
    >
      <g harvuShapes [shapes]="drawing().shapes"></g>
    </svg>
  `,
})
export class DrawingView {
  readonly drawing = input.required<Drawing>();
  /** Times its natural size; null to fill the width it is given. */
  readonly scale = input<number | null>(1);
  protected readonly viewBox = computed(
    () => `0 0 ${this.drawing().width} ${this.drawing().height}`,
  );
}
