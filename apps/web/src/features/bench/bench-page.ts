import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { mapOf, type ChartFault, type Layer } from '@harvu/core/song';
import { settleRepeat, type RepeatScope } from '@harvu/core/chart';
import type { SongCommand } from '@harvu/core/edits';
import { plainBlocks } from '@harvu/core/form';
import { isTyping, ViewKeys, type ViewKey } from '../../platform/view-keys';
import { ProblemLine } from '../../ui/problem-line';
import { StickyHead } from '../../ui/sticky-head';
import { turnsLater } from '../../ui/in-turns';
import { Note } from '../../ui/note';
import { DayLabel } from '../../ui/day-label';
import {
  CapoQuestion,
  ClockPanel,
  FrameForm,
  FrameLine,
  MapEntryForm,
  MapRibbon,
  type BlockMove,
} from '../../editors';
import { BenchFindings } from './bench.findings';
import { BenchState } from './bench.state';
import type { SaveState } from './song-sync';
import { expandedBlocks, foldedBlocks } from './ribbon-blocks';
import { stationOf } from './stations';
import { hasMusic } from './first-row';
import { BenchMargin } from './parts/bench-margin';
import { ChartColumn } from './parts/chart-column';
import { KeyNote } from './parts/key-note';
import { ReachNote } from './parts/reach-note';
import { SongColumn } from './parts/song-column';
import { Versions } from './parts/versions';

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'saved',
  changed: 'not saved yet',
  saving: 'saving …',
  failed: 'not saved',
};

const KEYS: readonly ViewKey[] = [
  {
    key: 'A to G',
    does: 'write in the bar that is chosen; space is the next beat, Enter the next bar',
  },
  { key: 'Enter', does: 'write on in the bar that is chosen' },
  {
    key: '← → ↑ ↓',
    does: 'go along the ribbon, or from bar to bar; with Shift choose several bars',
  },
  { key: 'Alt ← →', does: 'move the block of the ribbon, or the bars that are chosen' },
  { key: 'Alt ↑ ↓', does: 'move a line; a press on what stands left of it chooses it' },
  { key: 'i', does: 'put a bar in after the one chosen' },
  { key: 's', does: 'split a bar in two' },
  { key: 'j', does: 'join a bar with the next' },
  { key: 'n', does: 'begin a line with the bar chosen, or let it go on in the line before' },
  { key: 'l', does: 'mark bars that need listening' },
  { key: 'Delete', does: 'take out the bars, or the block of the ribbon' },
  { key: 'Ctrl C, X, V', does: 'copy, cut and paste bars' },
  { key: 't', does: 'open or close the chart text' },
  { key: 'Ctrl Z', does: 'undo' },
  { key: 'Ctrl Shift Z', does: 'redo' },
];

type Panel = 'clock' | 'versions';

/** The bench: where a song is broken down, and what does not add up is told. */
@Component({
  selector: 'harvu-bench-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BenchMargin,
    CapoQuestion,
    ChartColumn,
    ClockPanel,
    DayLabel,
    FrameForm,
    FrameLine,
    MapEntryForm,
    MapRibbon,
    Note,
    ProblemLine,
    KeyNote,
    ReachNote,
    RouterLink,
    SongColumn,
    StickyHead,
    Versions,
  ],
  providers: [BenchFindings, BenchState],
  host: {
    class: 'flex flex-1 flex-col',
    '(document:keydown)': 'press($event)',
    '(keydown.escape)': 'mapPlace.set(null)',
    '(keydown.control.z)': '$event.preventDefault(); state.undo()',
    '(keydown.meta.z)': '$event.preventDefault(); state.undo()',
    '(keydown.control.shift.z)': '$event.preventDefault(); state.redo()',
    '(keydown.control.y)': '$event.preventDefault(); state.redo()',
  },
  templateUrl: './bench-page.html',
})
export class BenchPage {
  readonly id = input.required<string>();
  protected readonly state = inject(BenchState);
  /** The occurrence one looks at. */
  protected readonly current = signal(0);
  /** The place on the map that is being edited, from 0; none while no block was pressed. */
  protected readonly mapPlace = signal<number | null>(null);
  protected readonly isTextOpen = signal(false);
  /** The fret a capo is about to be moved to. */
  protected readonly newCapo = signal<{ readonly fret: number } | null>(null);
  private readonly chart = viewChild(ChartColumn);
  private readonly column = viewChild(SongColumn);

  protected readonly worked = computed(() => this.state.worked()?.work);
  /** What is drawn of one answer is drawn in turns, so that no turn blocks the page. */
  protected readonly apart = turnsLater(this.state.worked, 6);
  private readonly songId = computed(() => this.state.song()?.id);
  /** Nothing was said of it when it was opened: the frame lies open, to be gone through. */
  protected readonly isNew = linkedSignal({
    // An id that was worked out: a save makes the same song another value, and the form stays open.
    source: this.songId,
    computation: () => {
      const { frame = {} } = untracked(this.state.song)?.document ?? {};
      return Object.keys(frame).length === 0;
    },
  });
  protected readonly saveWords = computed(() => SAVE_WORDS[this.state.saveState()]);
  protected readonly panel = signal<Panel | null>(null);
  protected readonly panels = [
    { panel: 'clock', label: 'Clock' },
    { panel: 'versions', label: 'As it was' },
  ] as const;
  /** Every time a section is played has a block of its own. */
  protected readonly isExpanded = signal(false);
  private readonly occurrences = computed(() => this.worked()?.timeline.occurrences ?? []);
  private readonly drawn = computed(() => {
    const work = this.worked();
    if (!work) return [];
    const blocks = plainBlocks(work);
    return this.isExpanded() ? expandedBlocks(blocks, this.occurrences()) : foldedBlocks(blocks);
  });
  protected readonly blocks = computed(() => this.drawn().map((one) => one.block));
  protected readonly shownBlock = computed(() => {
    const at = Math.min(this.current(), this.occurrences().length - 1);
    return this.drawn().findIndex((one) => one.occurrence === at);
  });
  protected readonly shown = computed(
    () => this.occurrences()[Math.min(this.current(), this.occurrences().length - 1)],
  );
  /** The layer in which the bars are shown. */
  protected readonly layer = signal<Layer>('full');
  /** The name of the section one looks at. */
  protected readonly sectionName = computed(() => this.shown()?.name ?? '');

  constructor() {
    inject(ViewKeys).show(KEYS);
    this.state.open(toObservable(this.id));
  }

  protected press(event: KeyboardEvent): void {
    const isPlain = !event.ctrlKey && !event.metaKey && !event.altKey;
    if (isTyping(event) || !isPlain || event.key.toLowerCase() !== 't') return;
    event.preventDefault();
    this.isTextOpen.update((now) => !now);
  }

  /** A block leads to its section; pressed again it lets go of the map. */
  protected pick(block: number): void {
    const occurrence = this.drawn()[block]?.occurrence ?? 0;
    const place = this.occurrences()[occurrence]?.entry ?? null;
    this.current.set(occurrence);
    this.mapPlace.update((now) => (now === place ? null : place));
    const column = this.column();
    column?.lead(stationOf(column.stations(), this.occurrences()[occurrence]));
  }

  protected leadToWhole(): void {
    this.column()?.leadToWhole();
  }

  /** The ribbon goes along with the page. */
  protected follow(index: number): void {
    const stations = this.column()?.stations() ?? [];
    if (stationOf(stations, this.shown()) === index) return;
    const occurrence = this.occurrences().findIndex((one) => stationOf(stations, one) === index);
    this.mapPlace.set(null);
    if (occurrence >= 0) this.current.set(occurrence);
  }

  /** What was done to a place on the map has made it another. */
  protected goToPlace(place: number): void {
    this.mapPlace.set(place);
    this.current.set(place);
  }

  protected moveBlock({ from, to }: BlockMove): void {
    const [one, other] = [this.occurrences()[from]?.entry, this.occurrences()[to]?.entry];
    const map = mapOf(this.state.written());
    const entry = one === undefined ? undefined : map[one];
    if (!entry || one === undefined || other === undefined) return;
    this.state.run({ kind: 'set-map', map: map.toSpliced(one, 1).toSpliced(other, 0, entry) });
    this.current.set(to);
    // The marked place belongs to the map as it stood: another entry may lie there now.
    this.mapPlace.set(null);
  }

  protected dropBlock(block: number): void {
    const entry = this.occurrences()[block]?.entry;
    const map = mapOf(this.state.written());
    if (entry === undefined || map.length === 1) return;
    this.state.run({ kind: 'set-map', map: map.toSpliced(entry, 1) });
    this.mapPlace.set(null);
  }

  protected settleRepeat(settled: { readonly line: number; readonly scope: RepeatScope }): void {
    this.state.type(settleRepeat(this.state.text(), settled));
  }

  /** Moving the capo of a song that has chords asks what is to stay. */
  protected setFrame(command: SongCommand): void {
    const song = this.state.written();
    const hasChords = hasMusic(song);
    const isCapo = command.kind === 'set-frame' && command.field === 'capo';
    const isStated = song.frame.capo !== undefined;
    if (isCapo && isStated && hasChords && command.text.trim() !== '') {
      this.newCapo.set({ fret: Number(command.text) });
    } else {
      this.state.run(command);
    }
  }

  protected goTo(fault: ChartFault): void {
    this.chart()?.goTo(fault);
  }
}
