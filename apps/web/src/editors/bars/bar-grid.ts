import {
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { stretchOf, strokesIn, type Stroke, type StruckBar } from '@harvu/core/timeline';
import type { Bar } from '@harvu/core/song';
import type { BarRange } from '@harvu/core/edits';
import { beatsToNumber } from '@harvu/core/units';
import { ChordLabel } from '../../ui/chord-label';
import { grown } from '../../ui/in-turns';

/** What somebody does to the bars of a grid; places are counted from 0. */
export type BarEdit =
  | { readonly kind: 'write'; readonly at: number; readonly text: string }
  | { readonly kind: 'insert'; readonly at: number }
  | { readonly kind: 'drop'; readonly range: BarRange }
  | { readonly kind: 'move'; readonly range: BarRange; readonly by: -1 | 1 }
  | { readonly kind: 'paste'; readonly at: number; readonly text: string }
  | { readonly kind: 'split'; readonly at: number }
  | { readonly kind: 'join'; readonly at: number }
  | { readonly kind: 'doubt'; readonly range: BarRange };

interface Cell {
  readonly chord: string;
  readonly grow: number;
  /** Seconds the change to the next chord takes; empty where none comes. */
  readonly seconds: string;
  readonly isDoubtful: boolean;
  readonly isHit: boolean;
  /** It sounds on from the bar before. */
  readonly isHeld: boolean;
}

interface DrawnStroke {
  readonly path: string;
  readonly width: number;
  readonly isHit: boolean;
}

interface Row {
  readonly number: number;
  readonly cells: readonly Cell[];
  readonly strokes: readonly DrawnStroke[];
  /** The name of the pattern, where it is another than in the bar before. */
  readonly played: string;
  readonly words: string;
  readonly text: string;
}

/** Downs and the thumb go the whole way, ups and fingers half of it, hits are short. */
function drawn({ at, what }: Stroke, beats: number): DrawnStroke {
  const x = 2.5 + (95 * beatsToNumber(at)) / beats;
  const isDown =
    (what.kind === 'strum' && what.direction === 'down') ||
    (what.kind === 'pluck' && what.notes.some((one) => one.finger === 'p'));
  const isUp = !isDown && what.kind !== 'hit';
  const top = isDown ? 0 : isUp ? 5 : 8;
  const isAccent = what.kind === 'strum' && what.accent === true;
  const width = isAccent ? 3.5 : isUp ? 1.4 : 2.2;
  return { path: `M${x} ${top}V12`, width, isHit: what.kind === 'hit' };
}

const BARS_AT_ONCE = 64;
const COLUMNS = 4;
const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  ArrowUp: -COLUMNS,
  ArrowDown: COLUMNS,
};

/** Bars in rows of four, each chord as wide as it lasts, with the time its change takes; edited by pointer or keys. */
@Component({
  selector: 'harvu-bar-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel],
  host: {
    '(keydown)': 'press($event)',
    '(copy)': 'copy($event)',
    '(cut)': 'cut($event)',
    '(paste)': 'paste($event)',
  },
  template: `
    <ol class="grid grid-cols-4 border-l-2 border-ink" [attr.aria-label]="label()">
      @for (bar of shown(); track $index) {
        <li
          class="relative min-h-[86px] border-y border-r-2 border-line border-r-ink not-first:-mt-px"
          [class]="isChosen($index) ? 'bg-brass-wash' : 'bg-sheet'"
        >
          @if (editing() === $index) {
            <input
              #text
              class="field absolute inset-1 w-[calc(100%-8px)] font-mono"
              maxlength="400"
              spellcheck="false"
              [attr.aria-label]="'Chords of bar ' + bar.number"
              [value]="bar.text"
              (keydown)="type($event, $index, text.value)"
              (blur)="leave($index, text.value)"
            />
          } @else {
            <button
              type="button"
              class="flex h-full w-full text-left"
              [attr.aria-label]="bar.words"
              [attr.aria-pressed]="isChosen($index)"
              [tabindex]="$index === focused() ? 0 : -1"
              (click)="choose($index, $event.shiftKey)"
              (dblclick)="edit($index)"
            >
              @for (cell of bar.cells; track $index) {
                <span class="min-w-0 overflow-hidden px-2 pt-1" [style.flex]="cell.grow + ' 1 0'">
                  <b
                    class="block truncate font-display text-base"
                    [class]="cell.isHeld ? 'font-normal text-ink-soft' : ''"
                    [title]="cell.isHeld ? 'Held over from the bar before' : ''"
                    >{{ cell.chord | chord: capo() }}{{ cell.isHit ? '!' : '' }}
                    @if (cell.isDoubtful) {
                      <span class="text-brass">?</span>
                    }
                  </b>
                  @if (cell.seconds) {
                    <span
                      class="block font-mono text-xs whitespace-nowrap text-brass"
                      [title]="'The change to the next chord takes about ' + cell.seconds + ' s'"
                      >{{ cell.seconds }} s</span
                    >
                  }
                </span>
              }
            </button>
          }
          <svg
            class="pointer-events-none absolute inset-x-0 bottom-[18px] h-3 w-full"
            viewBox="0 0 100 12"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            @for (stroke of bar.strokes; track $index) {
              <path
                [attr.d]="stroke.path"
                [attr.class]="stroke.isHit ? 'stroke-rose' : 'stroke-ink-soft'"
                [attr.stroke-width]="stroke.width"
                vector-effect="non-scaling-stroke"
              />
            }
          </svg>
          <span
            class="pointer-events-none absolute right-1 bottom-0 font-mono text-xs text-ink-soft"
            >{{ bar.number }}</span
          >
          @if (bar.played) {
            <span
              class="pointer-events-none absolute bottom-0 left-2 max-w-[75%] truncate text-xs text-ink-soft"
              >{{ bar.played }}</span
            >
          }
        </li>
      }
    </ol>
  `,
})
export class BarGrid {
  readonly bars = input.required<readonly StruckBar[]>();
  /** The same bars as they are written: chords, doubts, hits. */
  readonly written = input.required<readonly Bar[]>();
  /** Each of the written bars as text, for editing and copying. */
  readonly texts = input.required<readonly string[]>();
  readonly label = input('Bars');
  /** Seconds of each change, by "from to". */
  readonly changes = input<ReadonlyMap<string, number>>(new Map());
  /** The song's capo, for who names chords by what sounds. */
  readonly capo = input(0);
  readonly edited = output<BarEdit>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  private readonly detector = inject(ChangeDetectorRef);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('text');

  constructor() {
    // A bar that was put in is there only when the song has been worked out anew.
    effect(() => this.select());
  }

  /** Where the choice began, and where it goes to. */
  private readonly anchor = signal(-1);
  protected readonly focused = signal(0);
  protected readonly editing = signal(-1);
  readonly chosen = computed((): BarRange | null => {
    const [a, b] = [this.anchor(), this.focused()];
    const last = this.bars().length - 1;
    if (a < 0 || last < 0) return null;
    return { from: Math.min(a, b, last), to: Math.min(Math.max(a, b), last) };
  });

  protected readonly rows = computed((): readonly Row[] => {
    const chords = this.bars().flatMap((bar) => bar.chords.map((one) => one.chord));
    const strokes = strokesIn(stretchOf(this.bars()));
    let place = 0;
    return this.bars().map((bar, index) => ({
      number: bar.inPass,
      text: this.texts()[index] ?? '',
      words: `Bar ${bar.inPass}: ${bar.chords.map((one) => one.chord).join(', ')}`,
      ...this.handIn(index, strokes[index] ?? []),
      cells: bar.chords.map(({ chord, beats, hit, held }, at) => {
        place += 1;
        const seconds = this.changes().get(`${chord} ${chords[place] ?? ''}`);
        return {
          ...{ chord, grow: beatsToNumber(beats), seconds: seconds?.toFixed(2) ?? '' },
          isDoubtful: this.written()[index]?.chords[at]?.doubt === true,
          isHit: hit === true,
          isHeld: held === true,
        };
      }),
    }));
  });
  /** A very long section fills its grid in turns. */
  protected readonly shown = grown(this.rows, BARS_AT_ONCE);

  private handIn(index: number, strokes: readonly Stroke[]): Pick<Row, 'strokes' | 'played'> {
    const [before, bar] = [this.bars()[index - 1], this.bars()[index]];
    const beats = bar?.beats ?? 1;
    const name = bar?.struck?.name ?? '';
    return {
      strokes: strokes.map((one) => drawn(one, beats)),
      played: index > 0 && before?.struck?.name === name ? '' : name,
    };
  }

  protected isChosen(index: number): boolean {
    const range = this.chosen();
    return range !== null && index >= range.from && index <= range.to;
  }

  protected choose(index: number, isMore: boolean): void {
    this.focused.set(index);
    if (!isMore || this.anchor() < 0) this.anchor.set(index);
  }

  /** Opens the text of a bar; what is typed there is read as chart text. */
  edit(index: number): void {
    this.choose(index, false);
    this.editing.set(index);
    // At once, so that what is typed on goes into the field.
    this.detector.detectChanges();
    this.select();
  }

  private select(): void {
    const field = this.field()?.nativeElement;
    if (!field || field === document.activeElement) return;
    field.focus();
    field.select();
  }

  private focus(index: number, isMore: boolean): void {
    const at = Math.max(0, Math.min(this.bars().length - 1, index));
    this.choose(at, isMore);
    const places = this.host.nativeElement.querySelectorAll<HTMLElement>('li');
    places[at]?.querySelector('button')?.focus();
  }

  protected type(event: KeyboardEvent, at: number, text: string): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
      this.editing.set(-1);
      setTimeout(() => this.focus(at, false));
    }
    if (event.key !== 'Enter' && event.key !== 'Tab') return;
    event.preventDefault();
    this.write(at, text);
    const next = at + (event.shiftKey ? -1 : 1);
    if (event.key === 'Tab' && next >= 0 && next < this.bars().length) this.edit(next);
    else setTimeout(() => this.focus(at, false));
  }

  protected leave(at: number, text: string): void {
    if (this.editing() === at) this.write(at, text);
  }

  private write(at: number, text: string): void {
    this.editing.set(-1);
    if (text.trim() !== this.texts()[at]) this.edited.emit({ kind: 'write', at, text });
  }

  protected press(event: KeyboardEvent): void {
    const range = this.chosen();
    if (!range || this.editing() >= 0) {
      if (event.key in STEPS && this.editing() < 0) this.focus(0, false);
      return;
    }
    const step = STEPS[event.key];
    if (step !== undefined && event.altKey) this.move(range, step);
    else if (step !== undefined) this.focus(this.focused() + step, event.shiftKey);
    else if (!this.act(event, range)) return;
    event.preventDefault();
    event.stopPropagation();
  }

  private move(range: BarRange, step: number): void {
    const by = step > 0 ? 1 : -1;
    if (range.from + by < 0 || range.to + by >= this.bars().length) return;
    this.edited.emit({ kind: 'move', range, by });
    this.anchor.update((at) => at + by);
    this.focus(this.focused() + by, true);
  }

  /** Does what a key without an arrow says; false where it says nothing. */
  private act({ key, ctrlKey, metaKey }: KeyboardEvent, range: BarRange): boolean {
    if (ctrlKey || metaKey) return false;
    switch (key) {
      case 'Enter':
        this.edit(this.focused());
        return true;
      case 'Delete':
      case 'Backspace':
        this.edited.emit({ kind: 'drop', range });
        return true;
      case 'i':
        this.edited.emit({ kind: 'insert', at: range.to + 1 });
        // The new bar is there as soon as the song has been worked out anew.
        this.edit(range.to + 1);
        return true;
      case 's':
        this.edited.emit({ kind: 'split', at: range.from });
        return true;
      case 'j':
        this.edited.emit({ kind: 'join', at: range.from });
        return true;
      case 'd':
        this.edited.emit({ kind: 'doubt', range });
        return true;
      default:
        return false;
    }
  }

  protected copy(event: ClipboardEvent): void {
    const range = this.chosen();
    if (!range || this.editing() >= 0) return;
    const texts = this.texts().slice(range.from, range.to + 1);
    event.clipboardData?.setData('text/plain', `| ${texts.join(' | ')} |`);
    event.preventDefault();
  }

  protected cut(event: ClipboardEvent): void {
    const range = this.chosen();
    if (!range || this.editing() >= 0) return;
    this.copy(event);
    this.edited.emit({ kind: 'drop', range });
  }

  protected paste(event: ClipboardEvent): void {
    const range = this.chosen();
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!range || this.editing() >= 0 || text.trim() === '') return;
    this.edited.emit({ kind: 'paste', at: range.to + 1, text });
    event.preventDefault();
  }
}
