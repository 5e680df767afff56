import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { countWords, type Pattern, type Slot } from '@harvu/core/rhythm';
import { CONVENTIONS } from './conventions';
import { PluckedNotes, stringsHeight } from './plucked-notes';

const SLOT = 40;
const HIGH = 12;
const LOW = 48;
/** What the counts below the hand take. */
const COUNTS = 22;

interface Drawn {
  readonly x: number;
  readonly isDown: boolean;
  readonly isGhost: boolean;
  readonly isAccent: boolean;
  readonly isMuted: boolean;
  /** How the slot is drawn: an arrow, the cross of a hit, or notes on strings. */
  readonly as: 'stroke' | 'hit' | 'plucked';
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

function smallOf(slot: Slot): string {
  if (slot.kind === 'pluck') return slot.notes.map(({ finger }) => finger ?? '').join('+');
  if (slot.kind !== 'strum') return '';
  return [slot.strings, slot.sound].flatMap((one) => (one ? [SMALL[one] ?? ''] : [])).join(' ');
}

function wordsOf(slot: Slot, count: string): string {
  if (slot.kind === 'rest') return `${count} nothing`;
  if (slot.kind === 'hit') return `${count} hit`;
  if (slot.kind === 'pluck') {
    const notes = slot.notes.map(({ string, finger }) => `string ${string ?? ''} ${finger ?? ''}`);
    return `${count} ${notes.map((note) => note.trim()).join(' with ')}`;
  }
  const accent = slot.accent ? ', accented' : '';
  return `${count} ${slot.direction}${accent}${smallOf(slot) ? `, ${smallOf(slot)}` : ''}`;
}

/** A pattern as the hand moves: arrows down and up, ghost strokes where it passes by, counts below. */
@Component({
  selector: 'harvu-lane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PluckedNotes],
  host: { class: 'block' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
      [style.max-width.px]="width() * scale()"
      class="block w-full"
      [class.mx-auto]="isCentred()"
      role="img"
      [attr.aria-label]="words()"
    >
      <path [attr.d]="motion()" class="fill-none stroke-line" stroke-width="1.5" />
      @if (isPicked()) {
        <g harvuPlucked [pattern]="pattern()" [slotWidth]="slotWidth"></g>
      }
      @for (slot of drawn(); track $index) {
        <g [class.cursor-pointer]="isEditable()" (click)="pick.emit($index)">
          <rect
            [attr.x]="slot.x - 20"
            y="0"
            width="40"
            [attr.height]="height()"
            [class]="$index === current() ? 'fill-brass-wash' : 'fill-transparent'"
          />
          @if (slot.as === 'hit') {
            <circle
              [attr.cx]="slot.x"
              [attr.cy]="middle()"
              r="12"
              class="fill-sheet stroke-ink"
              stroke-width="1.4"
            />
            <text
              [attr.x]="slot.x"
              [attr.y]="middle() + 4.5"
              text-anchor="middle"
              font-size="12"
              font-weight="700"
              class="fill-ink font-sans"
            >
              ×
            </text>
          } @else if (slot.as === 'stroke' && !(isPicked() && slot.isGhost)) {
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
            [attr.y]="height() - 8"
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
        <path
          [attr.d]="'M' + x + ' 2V' + (height() - counts)"
          class="stroke-ink"
          stroke-width="2"
        />
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
  protected readonly slotWidth = SLOT;
  protected readonly counts = COUNTS;
  private readonly conventions = inject(CONVENTIONS);

  protected readonly width = computed(() => Math.max(1, this.pattern().slots.length) * SLOT);
  private readonly countWords = computed(() => {
    const { meter, slotsPerBar } = this.pattern();
    return countWords(meter.beats, slotsPerBar, this.conventions().counts);
  });
  protected readonly drawn = computed((): readonly Drawn[] =>
    this.pattern().slots.map((slot, index) => {
      const inBar = index % this.pattern().slotsPerBar;
      const count = this.countWords()[inBar] ?? '';
      const isRest = slot.kind === 'rest';
      const direction = slot.kind === 'strum' ? slot.direction : inBar % 2 === 0 ? 'down' : 'up';
      return {
        x: index * SLOT + SLOT / 2,
        isDown: direction === 'down',
        isGhost: isRest,
        isAccent: slot.kind === 'strum' && slot.accent === true,
        isMuted: slot.kind === 'strum' && slot.sound === 'muted',
        as: slot.kind === 'hit' ? 'hit' : slot.kind === 'pluck' ? 'plucked' : 'stroke',
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
  protected readonly isPicked = computed(() =>
    this.pattern().slots.some((slot) => slot.kind === 'pluck'),
  );
  private readonly handHeight = computed(() =>
    this.isPicked() ? stringsHeight(this.pattern()) : LOW + 8,
  );
  protected readonly height = computed(() => this.handHeight() + COUNTS);
  protected readonly middle = computed(() => (this.isPicked() ? this.handHeight() / 2 : 30));
  /** The way of the hand between strokes. */
  protected readonly motion = computed(() =>
    this.isPicked()
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
