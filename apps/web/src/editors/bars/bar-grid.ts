import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import type { StruckBar } from '@harvu/core/timeline';
import { chordSpoken } from '@harvu/core/chord';
import { linesOf, type Bar } from '@harvu/core/song';
import type { WrittenLine } from '@harvu/core/words';
import type { BarRange } from '@harvu/core/edits';
import type { Setup } from '@harvu/core/fretboard';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import type { SongGrip } from '@harvu/core/player';
import type { Meter } from '@harvu/core/rhythm';
import { ChordName } from '../../ui/chord-name';
import { CONVENTIONS } from '../../ui/conventions';
import { grown } from '../../ui/in-turns';
import { BarEntry, type WrittenBar } from './bar-entry';
import { barRows, neededRem } from './bar-rows';
import { besideRem, LineGrips } from './line-grips';

/** What somebody does to the bars of a grid; places are counted from 0. */
export type BarEdit =
  | { readonly kind: 'write'; readonly at: number; readonly text: string }
  | { readonly kind: 'insert'; readonly at: number }
  | { readonly kind: 'drop'; readonly range: BarRange }
  | { readonly kind: 'move'; readonly range: BarRange; readonly by: -1 | 1 }
  | { readonly kind: 'paste'; readonly at: number; readonly text: string }
  | { readonly kind: 'append'; readonly text: string }
  | { readonly kind: 'move-line'; readonly range: BarRange; readonly by: -1 | 1 }
  | { readonly kind: 'line'; readonly at: number }
  | { readonly kind: 'split'; readonly at: number }
  | { readonly kind: 'join'; readonly at: number }
  | { readonly kind: 'doubt'; readonly range: BarRange };

/** A line of the grid. */
interface LineRow extends BarRange {
  /** "line 1" */
  readonly name: string;
  /** "as line 1, ends on C"; empty while it is not worked out. */
  readonly words: string;
}

const BARS_AT_ONCE = 64;
/** Pressed on a bar, these begin to write it; the rest are the grid's own keys. */
const BEGINS = /^[A-GNa-g%-]$/;
/** Bars two or four in a row by their longest name, each chord as wide as it lasts; edited by pointer or keys. */
@Component({
  selector: 'harvu-bar-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BarEntry, ChordName, LineGrips],
  host: {
    '(keydown)': 'press($event)',
    '(copy)': 'copy($event)',
    '(cut)': 'cut($event)',
    '(paste)': 'paste($event)',
  },
  templateUrl: './bar-grid.html',
})
export class BarGrid {
  readonly bars = input.required<readonly StruckBar[]>();
  /** The same bars as they are written: chords, doubts, hits. */
  readonly written = input.required<readonly Bar[]>();
  /** Each of the written bars as text, for editing and copying. */
  readonly texts = input.required<readonly string[]>();
  readonly label = input('Bars');
  /** Of the section the bars are in. */
  readonly meter = input.required<Meter>();
  /** What is told of each change that takes longer than there is, by "from to". */
  readonly slow = input<ReadonlyMap<string, string>>(new Map());
  /** Numbers of the bars that are new, where the rest is as in another section; all of them by default. */
  readonly news = input<readonly number[] | undefined>();
  /** What is said of its lines. */
  readonly lines = input<readonly WrittenLine[]>([]);
  /** The grips that come new with a line, by the number of its first bar. */
  readonly grips = input<ReadonlyMap<number, readonly SongGrip[]>>(new Map());
  readonly setup = input<Setup>({ tuning: STANDARD_TUNING, capo: 0 });
  /** Semitones a shape sounds above its name, for who names chords by what sounds. */
  readonly raised = input(0);
  /** What was written last is no bar, and was not taken. */
  readonly isRefused = input(false);
  readonly edited = output<BarEdit>();
  /** The name of a grip beside a line that was pressed. */
  readonly gripPicked = output<string>();
  private readonly conventions = inject(CONVENTIONS);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  private readonly app = inject(ApplicationRef);

  /** Where the choice began, and where it goes to. */
  private readonly anchor = signal(-1);
  protected readonly focused = signal(0);
  /** The bar that is being written; the place behind the last is one that is none yet. */
  protected readonly editing = signal(-1);
  /** What was pressed to begin writing. */
  protected readonly begun = signal('');
  readonly chosen = computed((): BarRange | null => {
    const [a, b] = [this.anchor(), this.focused()];
    const last = this.bars().length - 1;
    if (a < 0 || last < 0) return null;
    return { from: Math.min(a, b, last), to: Math.min(Math.max(a, b), last) };
  });

  protected readonly rows = computed(() =>
    barRows(this.bars(), {
      written: this.written(),
      texts: this.texts(),
      slow: this.slow(),
      spoken: (chord) => this.spoken(chord),
    }),
  );
  /** Four in a row, or two where a name would be cut; rows of three would hide how a song goes in twos. */
  protected readonly columns = computed(() => {
    const need = `${Math.max(0, ...this.rows().map(neededRem)).toFixed(1)}rem`;
    // The middle is a switch: as soon as a quarter is too narrow it becomes half.
    const half = `min(50%, calc((${need} - 25%) * 999))`;
    return `repeat(auto-fill, minmax(max(25%, ${half}, min(100%, ${need})), 1fr))`;
  });
  /** Where its lines begin and end, places from 0, and what is said of each. */
  private readonly lineRows = computed((): readonly LineRow[] => {
    let from = 0;
    return linesOf(this.written()).map((line, index) => {
      const to = from + line.length - 1;
      const number = this.rows()[from]?.number;
      const said = this.lines().find((one) => one.from === number);
      const row = { from, to, words: said?.words ?? '', name: `line ${index + 1}` };
      from = to + 1;
      return row;
    });
  });
  protected readonly lineAt = computed(
    (): ReadonlyMap<number, LineRow> => new Map(this.lineRows().map((one) => [one.from, one])),
  );
  /** They stand behind the last bar of their line. */
  protected readonly gripsBehind = computed(
    (): ReadonlyMap<number, readonly SongGrip[]> =>
      new Map(
        this.lineRows().flatMap(({ from, to }) => {
          const grips = this.grips().get(this.rows()[from]?.number ?? 0) ?? [];
          return grips.length > 0 ? [[to, grips] as const] : [];
        }),
      ),
  );
  protected readonly gripsRem = computed(() => besideRem(this.gripsBehind().values()));
  protected readonly nextNumber = computed(() => (this.bars().at(-1)?.number ?? 0) + 1);
  /** A very long section fills its grid in turns. */
  protected readonly shown = grown(this.rows, BARS_AT_ONCE);

  private spoken(chord: string): string {
    return chordSpoken(chord, { raised: this.raised(), names: this.conventions().names });
  }

  /** It is as in the section that this one comes from. */
  protected isKnown(number: number): boolean {
    return this.news()?.includes(number) === false;
  }

  protected isChosen(index: number): boolean {
    const range = this.chosen();
    return range !== null && index >= range.from && index <= range.to;
  }

  protected choose(index: number, isMore: boolean): void {
    this.focused.set(index);
    if (!isMore || this.anchor() < 0) this.anchor.set(index);
  }

  /** One press chooses a bar, the next writes in it. */
  protected pressOn(index: number, isMore: boolean): void {
    const isAgain = !isMore && this.anchor() === index && this.focused() === index;
    if (isAgain) this.edit(index);
    else this.choose(index, isMore);
  }

  /** Opens a bar to be written, at once, so that what is typed on goes into it. */
  edit(index: number, begun = ''): void {
    this.choose(index, false);
    this.begun.set(begun);
    this.editing.set(index);
    this.app.tick();
  }

  /** Goes to a bar, so that what is typed next is written in it. */
  focus(index: number, isMore = false): void {
    const at = Math.max(0, Math.min(this.bars().length - 1, index));
    this.choose(at, isMore);
    const places = this.host.nativeElement.querySelectorAll<HTMLElement>('li');
    places[at]?.querySelector<HTMLElement>('button[aria-pressed]')?.focus();
  }

  protected leave(at: number): void {
    this.editing.set(-1);
    setTimeout(() => this.focus(at, false));
  }

  protected take(at: number, { text, go }: WrittenBar): void {
    this.editing.set(-1);
    const isNew = at === this.texts().length;
    if (isNew && text !== '') this.edited.emit({ kind: 'append', text });
    else if (!isNew && text !== this.texts()[at]) this.edited.emit({ kind: 'write', at, text });
    if (go === 0) return;
    // What was written stands before anything is done to the bars behind it.
    this.app.tick();
    this.goOn(at, (isNew && text === '') || this.isRefused() ? 0 : go);
  }

  /** Behind the last bar one goes on as well, so that a song is written on and on; it counts once it is written. */
  private goOn(at: number, go: WrittenBar['go']): void {
    const next = at + go;
    if (go === 0 || next < 0) setTimeout(() => this.focus(at, false));
    else this.edit(next);
  }

  protected press(event: KeyboardEvent): void {
    if (this.editing() >= 0) return;
    // A bar that was come to by Tab is as good as one that was pressed.
    const isOnBar = event.target instanceof HTMLButtonElement;
    if (this.anchor() < 0 && isOnBar) this.choose(this.focused(), false);
    const range = this.chosen();
    const to = this.stepFrom(this.focused(), event.key);
    if (to !== undefined && !range) this.focus(0, false);
    else if (to !== undefined && event.altKey && range) this.move(range, to - this.focused());
    else if (to !== undefined) this.focus(to, event.shiftKey);
    else if (!range || !this.act(event, range)) return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** The bar an arrow leads to: the one beside, or the one below or above as they lie; undefined for other keys. */
  private stepFrom(at: number, key: string): number | undefined {
    if (key === 'ArrowLeft') return at - 1;
    if (key === 'ArrowRight') return at + 1;
    if (key !== 'ArrowUp' && key !== 'ArrowDown') return undefined;
    const places = [...this.host.nativeElement.querySelectorAll<HTMLElement>('li')];
    const top = places[at]?.offsetTop ?? 0;
    const inRow = places.filter((one) => one.offsetTop === top).length;
    return key === 'ArrowUp' ? at - inRow : at + inRow;
  }

  private move(range: BarRange, step: number): void {
    const by = step > 0 ? 1 : -1;
    const line = this.lineRows().find((one) => one.from === range.from && one.to === range.to);
    // A whole line goes over its neighbour when it is moved up or down.
    if (line && Math.abs(step) > 1) {
      this.moveLine(line, by);
      return;
    }
    if (range.from + by < 0 || range.to + by >= this.bars().length) return;
    this.edited.emit({ kind: 'move', range, by });
    this.anchor.update((at) => at + by);
    this.focus(this.focused() + by, true);
  }

  private moveLine(range: BarRange, by: -1 | 1): void {
    const lines = this.lineRows();
    const other = lines[lines.findIndex(({ from }) => from === range.from) + by];
    if (!other) return;
    this.edited.emit({ kind: 'move-line', range, by });
    const steps = (other.to - other.from + 1) * by;
    this.anchor.set(range.from + steps);
    this.focus(range.to + steps, true);
  }

  /** Chooses a whole line, so that it is copied, moved or taken out as one. */
  protected chooseLine({ from, to }: BarRange): void {
    this.anchor.set(from);
    this.focus(to, true);
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
        this.edit(range.to + 1);
        return true;
      case 's':
        this.edited.emit({ kind: 'split', at: range.from });
        return true;
      case 'j':
        this.edited.emit({ kind: 'join', at: range.from });
        return true;
      case 'n':
        this.edited.emit({ kind: 'line', at: range.from });
        return true;
      case 'l':
        this.edited.emit({ kind: 'doubt', range });
        return true;
      default:
        return this.begin(key);
    }
  }

  private begin(key: string): boolean {
    if (!BEGINS.test(key)) return false;
    this.edit(this.focused(), key);
    return true;
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
