import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  gripWords,
  type Fingers,
  type Grip,
  type FingerWay,
  type Setup,
} from '@harvu/core/fretboard';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { CONVENTIONS } from './conventions';
import { injectHandWords } from './hand-words';

interface Dot {
  readonly x: number;
  readonly y: number;
  readonly finger: string;
  readonly stays: boolean;
}

const STRING_GAP = 14;
const FRET_GAP = 20;
const LEFT = 18;
const TOP = 20;
const LEAST_FRETS = 4;
const DOT_RADIUS = 7.5;

interface Point {
  readonly x: number;
  readonly y: number;
}

const HEAD = 5;

/** A line that ends at the rim of the dot it points to, with its head. */
function arrow(from: Point, to: Point): { readonly line: string; readonly head: string } {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.max(1, Math.hypot(dx, dy));
  const [ux, uy] = [dx / length, dy / length];
  const tip = { x: to.x - ux * (DOT_RADIUS + 1), y: to.y - uy * (DOT_RADIUS + 1) };
  const base = { x: tip.x - ux * HEAD, y: tip.y - uy * HEAD };
  const side = { x: -uy * HEAD * 0.6, y: ux * HEAD * 0.6 };
  return {
    line: `M${from.x} ${from.y}L${base.x} ${base.y}`,
    head: `M${tip.x} ${tip.y}L${base.x + side.x} ${base.y + side.y}L${base.x - side.x} ${base.y - side.y}Z`,
  };
}

/** A grip drawn as it is held: strings upright, the lowest at the left, fingers as numbered dots. */
@Component({
  selector: 'harvu-grip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'inline-block' },
  template: `
    <svg
      [attr.viewBox]="viewBox()"
      [attr.width]="scale() === null ? '100%' : width() * (scale() ?? 1)"
      [attr.height]="scale() === null ? null : height() * (scale() ?? 1)"
      role="img"
      [attr.aria-label]="words()"
      class="block"
    >
      @for (line of frets(); track line) {
        <path [attr.d]="fretPath(line)" class="stroke-line" stroke-width="1.5" />
      }
      @for (x of strings(); track $index) {
        <path
          [attr.d]="'M' + x + ' ' + top + 'V' + bottom()"
          class="stroke-ink-soft"
          [attr.stroke-width]="1.9 - $index * 0.2"
        />
      }
      @if (first() === 1) {
        <path [attr.d]="nutPath()" class="stroke-ink" stroke-width="4" />
      }
      @if (first() + shift() > 1) {
        <text
          [attr.x]="labelX()"
          [attr.y]="top + 14"
          text-anchor="end"
          class="fill-ink-soft font-mono"
          font-size="11"
        >
          {{ first() + shift() }}
        </text>
      }
      @for (mark of marks(); track $index) {
        @if (mark.isOpen) {
          <circle
            [attr.cx]="mark.x"
            [attr.cy]="top - 9"
            r="3.6"
            class="fill-none stroke-ink"
            stroke-width="1.4"
          />
        } @else {
          <path [attr.d]="crossPath(mark.x)" class="stroke-rose" stroke-width="1.4" />
        }
      }
      @for (bar of barres(); track $index) {
        <path
          [attr.d]="bar"
          class="stroke-ink"
          stroke-width="9"
          stroke-linecap="round"
          opacity="0.35"
        />
      }
      @for (way of ways(); track $index) {
        <path
          [attr.d]="way.line"
          class="fill-none stroke-brass-line"
          stroke-width="1.8"
          stroke-dasharray="3 2"
        />
        <path [attr.d]="way.head" class="fill-brass-line" />
      }
      @for (dot of dots(); track $index) {
        <circle
          [attr.cx]="dot.x"
          [attr.cy]="dot.y"
          [attr.r]="dotRadius"
          [class]="dot.stays ? 'fill-spruce' : 'fill-ink'"
        />
        <text
          [attr.x]="dot.x"
          [attr.y]="dot.y + 3.8"
          text-anchor="middle"
          font-size="11"
          font-weight="700"
          class="fill-paper font-sans"
        >
          {{ dot.finger }}
        </text>
      }
    </svg>
  `,
})
export class GripDiagram {
  readonly grip = input.required<Grip>();
  readonly fingers = input<Fingers>([]);
  /** Fingers drawn in spruce because they stay in the change to or from this grip. */
  readonly staying = input<readonly (number | string)[]>([]);
  /** Times its natural size; null to fill the width it is given. */
  readonly scale = input<number | null>(1);

  /** Tuning and capo: they tell what strings and frets are called. */
  readonly setup = input<Setup>({ tuning: STANDARD_TUNING, capo: 0 });
  /** Ways that fingers come from another grip, drawn as arrows. */
  readonly moves = input<readonly FingerWay[]>([]);

  private readonly conventions = inject(CONVENTIONS);
  private readonly wordsFor = injectHandWords();
  protected readonly top = TOP;
  protected readonly dotRadius = DOT_RADIUS;

  private readonly held = computed(() => this.grip().filter((fret): fret is number => !!fret));
  /** The lowest fret drawn: the first unless the grip lies too high for that. */
  protected readonly first = computed(() => {
    const highest = Math.max(0, ...this.held());
    return highest <= LEAST_FRETS ? 1 : Math.min(...this.held());
  });
  private readonly fretCount = computed(() =>
    Math.max(LEAST_FRETS, Math.max(0, ...this.held()) - this.first() + 1),
  );
  protected readonly width = computed(() => LEFT + (this.grip().length - 1) * STRING_GAP + 12);
  protected readonly height = computed(() => TOP + this.fretCount() * FRET_GAP + 4);
  protected readonly bottom = computed(() => TOP + this.fretCount() * FRET_GAP);
  protected readonly viewBox = computed(() => `0 0 ${this.width()} ${this.height()}`);
  protected readonly strings = computed(() => this.grip().map((_, place) => this.stringX(place)));
  /** Frets the labels count more: those up to the capo, for who counts from the nut. */
  protected readonly shift = computed(() =>
    this.conventions().frets === 'nut' ? this.setup().capo : 0,
  );
  protected readonly labelX = computed(() => LEFT - 10);
  protected readonly frets = computed(() =>
    Array.from({ length: this.fretCount() + 1 }, (_, i) => i),
  );
  protected readonly words = computed(() =>
    gripWords(this.grip(), this.fingers(), this.wordsFor(this.setup())),
  );

  protected readonly marks = computed(() =>
    this.grip().flatMap((fret, place) =>
      fret ? [] : [{ x: this.stringX(place), isOpen: fret === 0 }],
    ),
  );

  protected readonly dots = computed((): readonly Dot[] =>
    this.grip().flatMap((fret, place) => {
      const finger = this.fingers()[place] ?? null;
      const stays = finger !== null && this.staying().includes(finger);
      return fret ? [{ ...this.placeOf(fret, place), finger: String(finger ?? ''), stays }] : [];
    }),
  );

  /** A line behind the dots of one finger that lies over several strings. */
  protected readonly barres = computed(() =>
    [...new Set(this.fingers())].flatMap((finger) => {
      const places = this.fingers().flatMap((one, place) =>
        finger !== null && one === finger ? [place] : [],
      );
      const [from, to] = [places[0] ?? 0, places.at(-1) ?? 0];
      const fret = this.grip()[from];
      if (places.length < 2 || !fret) return [];
      const { x, y } = this.placeOf(fret, from);
      return [`M${x} ${y}H${this.stringX(to)}`];
    }),
  );

  /** Left-handed players see the lowest string at the right. */
  private stringX(place: number): number {
    const at = this.conventions().leftHanded ? this.grip().length - 1 - place : place;
    return LEFT + at * STRING_GAP;
  }

  /** Arrows from where a finger was to where it goes, as far as both are drawn. */
  protected readonly ways = computed(() =>
    this.moves().flatMap(({ from, to }) => {
      if (from.fret < this.first() || from.fret >= this.first() + this.fretCount()) return [];
      return [arrow(this.placeOf(from.fret, from.place), this.placeOf(to.fret, to.place))];
    }),
  );

  private placeOf(fret: number, place: number): { readonly x: number; readonly y: number } {
    return { x: this.stringX(place), y: TOP + (fret - this.first() + 0.5) * FRET_GAP };
  }

  protected fretPath(line: number): string {
    return `M${LEFT} ${TOP + line * FRET_GAP}H${LEFT + (this.grip().length - 1) * STRING_GAP}`;
  }

  protected nutPath(): string {
    return `M${LEFT - 1} ${TOP}H${LEFT + (this.grip().length - 1) * STRING_GAP + 1}`;
  }

  protected crossPath(x: number): string {
    return `M${x - 3} ${TOP - 12}l6 6m0 -6l-6 6`;
  }
}
