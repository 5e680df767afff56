import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  formatPicking,
  parsePicking,
  PICKING_FINGERS,
  type PickingFinger,
  type PickingHand,
} from '@harvu/core/rhythm';
import type { SongCommand } from '@harvu/core/edits';

/** Where the tip of each finger is drawn, seen from the player's side. */
const TIPS: Readonly<Record<PickingFinger, { readonly x: number; readonly y: number }>> = {
  p: { x: 22, y: 62 },
  i: { x: 62, y: 18 },
  m: { x: 90, y: 10 },
  a: { x: 117, y: 16 },
};
const KNUCKLES: Readonly<Record<PickingFinger, { readonly x: number; readonly y: number }>> = {
  p: { x: 62, y: 92 },
  i: { x: 72, y: 72 },
  m: { x: 92, y: 70 },
  a: { x: 111, y: 74 },
};
const NAMES: Readonly<Record<PickingFinger, string>> = {
  p: 'p, thumb',
  i: 'i, index',
  m: 'm, middle',
  a: 'a, ring',
};

/** The strings each finger of the picking hand has, assigned once for the song and shown as a hand. */
@Component({
  selector: 'harvu-picking-hand',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <fieldset>
      <legend class="text-xs text-ink-soft">
        Strings of each finger{{ isStated() ? '' : ', as most hands have them' }}
      </legend>
      <div class="flex items-center gap-5">
        <svg viewBox="0 0 150 118" class="w-32 shrink-0" role="img" [attr.aria-label]="words()">
          <path
            d="M58 94Q60 70 76 70H108Q120 72 118 92Q116 112 92 114Q68 114 58 94Z"
            class="fill-sheet stroke-ink-soft"
            stroke-width="1.4"
          />
          @for (finger of fingers(); track finger.name) {
            <path
              [attr.d]="finger.path"
              class="fill-none stroke-line"
              stroke-width="13"
              stroke-linecap="round"
            />
            @if (finger.name === 'p') {
              <rect
                [attr.x]="finger.x - 12"
                [attr.y]="finger.y - 11"
                width="24"
                height="22"
                class="fill-ink"
              />
            } @else {
              <circle
                [attr.cx]="finger.x"
                [attr.cy]="finger.y"
                r="10"
                class="fill-sheet stroke-ink"
                stroke-width="1.4"
              />
            }
            <text
              [attr.x]="finger.x"
              [attr.y]="finger.y + 4"
              text-anchor="middle"
              font-size="11"
              font-weight="700"
              [class]="finger.name === 'p' ? 'fill-paper font-sans' : 'fill-ink font-sans'"
            >
              {{ finger.strings }}
            </text>
          }
        </svg>
        <div class="grid grid-cols-2 gap-x-4 gap-y-2">
          @for (finger of fingers(); track finger.name) {
            <label class="text-xs text-ink-soft">
              {{ finger.label }}
              <input
                #strings
                class="field mt-0.5 block w-20 font-mono"
                maxlength="8"
                inputmode="numeric"
                autocomplete="off"
                [value]="finger.strings"
                (change)="assign(finger.name, strings.value)"
              />
            </label>
          }
        </div>
      </div>
      @if (fault()) {
        <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
      }
    </fieldset>
  `,
})
export class PickingHandForm {
  readonly hand = input.required<PickingHand>();
  /** Whether the song says so itself. */
  readonly isStated = input(false);
  readonly changed = output<SongCommand>();
  protected readonly fault = signal('');

  protected readonly fingers = computed(() =>
    PICKING_FINGERS.map((name) => {
      const [tip, knuckle] = [TIPS[name], KNUCKLES[name]];
      return {
        name,
        label: NAMES[name],
        ...tip,
        strings: this.hand()[name].join(''),
        path: `M${knuckle.x} ${knuckle.y}L${tip.x} ${tip.y}`,
      };
    }),
  );
  protected readonly words = computed(() =>
    this.fingers()
      .map(({ label, strings }) => `${label}: ${[...strings].join(', ')}`)
      .join('; '),
  );

  protected assign(finger: PickingFinger, text: string): void {
    const strings = [...text.replace(/\D/g, '')].map(Number);
    const read = parsePicking(formatPicking({ ...this.hand(), [finger]: strings }));
    this.fault.set(
      read
        ? ''
        : 'Every finger has a string from 1 to 8, and no string two fingers. Change one of them.',
    );
    if (read) {
      this.changed.emit({ kind: 'set-frame', field: 'picking', text: formatPicking(read) });
    }
  }
}
