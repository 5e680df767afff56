import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { countWords, formatSlot, type Pattern, type Slot } from '@harvu/core/rhythm';
import { CONVENTIONS } from './conventions';

const SLOT = 40;
const HIGH = 12;
const LOW = 48;
const HEIGHT = 78;

interface Drawn {
  readonly x: number;
  readonly isDown: boolean;
  readonly isGhost: boolean;
  readonly isAccent: boolean;
  readonly isMuted: boolean;
  /** What is written at a hit or a plucked string. */
  readonly sign: string;
  /** Thumb notes have a square of their own. */
  readonly isThumb: boolean;
  readonly small: string;
  readonly count: string;
  readonly words: string;
}

const SMALL: Readonly<Record<string, string>> = {
  low: 'low',
  high: 'high',
  palm: 'palm',
  ring: 'ring',
  open: 'open',
};

function signOf(slot: Slot): string {
  if (slot.kind === 'hit') return '×';
  if (slot.kind !== 'pluck') return '';
  return slot.notes.map(({ string, finger }) => `${string ?? ''}${finger ?? ''}`).join('+');
}

function smallOf(slot: Slot): string {
  if (slot.kind !== 'strum') return '';
  return [slot.strings, slot.sound].flatMap((one) => (one ? [SMALL[one] ?? ''] : [])).join(' ');
}

function wordsOf(slot: Slot, count: string): string {
  if (slot.kind === 'rest') return `${count} nothing`;
  if (slot.kind === 'hit') return `${count} hit`;
  if (slot.kind === 'pluck') return `${count} string ${signOf(slot)}`;
  const accent = slot.accent ? ', accented' : '';
  return `${count} ${slot.direction}${accent}${smallOf(slot) ? `, ${smallOf(slot)}` : ''}`;
}

/** A pattern as the hand moves: arrows down and up, ghost strokes where it passes by, counts below. */
@Component({
  selector: 'harvu-lane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + height"
      [style.max-width.px]="width() * scale()"
      class="block w-full"
      [class.mx-auto]="isCentred()"
      role="img"
      [attr.aria-label]="words()"
    >
      <path [attr.d]="motion()" class="fill-none stroke-line" stroke-width="1.5" />
      @for (slot of drawn(); track $index) {
        <g [class.cursor-pointer]="isEditable()" (click)="pick.emit($index)">
          <rect
            [attr.x]="slot.x - 20"
            y="0"
            width="40"
            [attr.height]="height"
            [class]="$index === current() ? 'fill-brass-wash' : 'fill-transparent'"
          />
          @if (slot.sign) {
            @if (slot.isThumb) {
              <rect [attr.x]="slot.x - 12" y="18" width="24" height="24" class="fill-ink" />
            } @else {
              <circle
                [attr.cx]="slot.x"
                cy="30"
                r="12"
                class="fill-sheet stroke-ink"
                stroke-width="1.4"
              />
            }
            <text
              [attr.x]="slot.x"
              y="34.5"
              text-anchor="middle"
              font-size="12"
              font-weight="700"
              [class]="slot.isThumb ? 'fill-paper font-sans' : 'fill-ink font-sans'"
            >
              {{ slot.sign }}
            </text>
          } @else {
            <path
              [attr.d]="arrow(slot)"
              class="fill-none"
              [class]="
                slot.isMuted ? 'stroke-rose' : slot.isGhost ? 'stroke-ink-soft' : 'stroke-ink'
              "
              [attr.stroke-width]="slot.isAccent ? 4 : slot.isGhost ? 1.4 : 2.4"
              [attr.stroke-dasharray]="slot.isGhost ? '3 3' : null"
            />
          }
          @if (slot.small) {
            <text
              [attr.x]="slot.x"
              y="9"
              text-anchor="middle"
              font-size="10"
              class="fill-ink-soft font-sans"
            >
              {{ slot.small }}
            </text>
          }
          <text
            [attr.x]="slot.x"
            y="70"
            text-anchor="middle"
            font-size="14"
            [attr.font-weight]="slot.isDown ? 700 : 400"
            class="font-mono"
            [class]="slot.isGhost ? 'fill-ink-soft' : 'fill-ink'"
          >
            {{ slot.count }}
          </text>
        </g>
      }
      @for (x of barLines(); track x) {
        <path [attr.d]="'M' + x + ' 2V56'" class="stroke-ink" stroke-width="2" />
      }
    </svg>
  `,
})
export class PatternLane {
  readonly pattern = input.required<Pattern>();
  /** The slot that sounds now; -1 for none. */
  readonly current = input(-1);
  readonly isEditable = input(false);
  readonly scale = input(1);
  readonly isCentred = input(false);
  readonly pick = output<number>();
  protected readonly height = HEIGHT;
  private readonly conventions = inject(CONVENTIONS);

  protected readonly width = computed(() => Math.max(1, this.pattern().slots.length) * SLOT);
  private readonly counts = computed(() => {
    const { meter, slotsPerBar } = this.pattern();
    return countWords(meter.beats, slotsPerBar, this.conventions().counts);
  });
  protected readonly drawn = computed((): readonly Drawn[] =>
    this.pattern().slots.map((slot, index) => {
      const inBar = index % this.pattern().slotsPerBar;
      const count = this.counts()[inBar] ?? '';
      const isRest = slot.kind === 'rest';
      const direction = slot.kind === 'strum' ? slot.direction : inBar % 2 === 0 ? 'down' : 'up';
      return {
        x: index * SLOT + SLOT / 2,
        isDown: direction === 'down',
        isGhost: isRest,
        isAccent: slot.kind === 'strum' && slot.accent === true,
        isMuted: slot.kind === 'strum' && slot.sound === 'muted',
        sign: signOf(slot),
        isThumb: slot.kind === 'pluck' && slot.notes[0]?.finger === 'p',
        small: smallOf(slot),
        count,
        words: wordsOf(slot, count),
      };
    }),
  );
  protected readonly words = computed(() =>
    this.drawn()
      .map((slot) => slot.words)
      .join('; '),
  );
  /** The way of the hand between strokes. */
  protected readonly motion = computed(() =>
    this.pattern().slots.some((slot) => slot.kind === 'pluck')
      ? ''
      : this.drawn()
          .map(({ x, isDown }, index) => `${index === 0 ? 'M' : 'L'}${x} ${isDown ? LOW : HIGH}`)
          .join(''),
  );
  protected readonly barLines = computed(() =>
    Array.from(
      { length: this.pattern().bars - 1 },
      (_, bar) => (bar + 1) * this.pattern().slotsPerBar * SLOT,
    ),
  );

  protected arrow({ x, isDown }: Drawn): string {
    const [from, to] = isDown ? [HIGH, LOW] : [LOW, HIGH];
    const back = isDown ? -7 : 7;
    return `M${x} ${from}V${to}M${x - 6} ${to + back}L${x} ${to}L${x + 6} ${to + back}`;
  }
}

/** Writes the strokes of a pattern as chart text does, bars parted. */
export function strokesOf({ slots, slotsPerBar }: Pattern): readonly string[] {
  return slots.flatMap((slot, index) =>
    index > 0 && index % slotsPerBar === 0 ? ['|', formatSlot(slot)] : [formatSlot(slot)],
  );
}
