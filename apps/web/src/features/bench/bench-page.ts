import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { barsInLayer, occurrenceOf } from '@harvu/core/timeline';
import { endingRound, mapOf, type ChartFault, type Layer, type MapEntry } from '@harvu/core/song';
import { settleRepeat, type RepeatScope } from '@harvu/core/chart';
import type { SongCommand } from '@harvu/core/edits';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { turnsLater } from '../../ui/in-turns';
import { Note } from '../../ui/note';
import { DayLabel } from '../../ui/day-label';
import {
  CapoQuestion,
  ChartEditor,
  ClockPanel,
  FrameForm,
  GripRow,
  MapEntryForm,
  MapRibbon,
  PatternRow,
  SectionBars,
  SectionHand,
  SectionHead,
  type BlockMove,
} from '../../editors';
import { BenchFindings } from './bench.findings';
import { BenchState } from './bench.state';
import type { SaveState } from './song-sync';
import { blocksOf, expandedBlocks, foldedBlocks } from './ribbon-blocks';
import { BenchMargin } from './parts/bench-margin';
import { ChangeList } from './parts/change-list';
import { ReachNote } from './parts/reach-note';
import { Versions } from './parts/versions';

const ONCE: Omit<MapEntry, 'section'> = { times: 1 };

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'saved',
  changed: 'not saved yet',
  saving: 'saving …',
  failed: 'not saved',
};

const KEYS: readonly ViewKey[] = [
  { key: 'Ctrl Z', does: 'undo' },
  { key: 'Ctrl Shift Z', does: 'redo' },
  { key: '← →', does: 'go along the ribbon, or from bar to bar; with Shift choose several bars' },
  { key: 'Alt ← →', does: 'move the block of the ribbon, or the bars that are chosen' },
  { key: 'Enter', does: 'write in a bar; Tab goes on to the next' },
  { key: 'i', does: 'put a bar in after the one chosen' },
  { key: 's', does: 'split a bar in two' },
  { key: 'j', does: 'join a bar with the next' },
  { key: 'd', does: 'mark bars that need listening' },
  { key: 'Delete', does: 'take out the bars, or the block of the ribbon' },
  { key: 'Ctrl C, X, V', does: 'copy, cut and paste bars, as chart text' },
];

type Panel = 'clock' | 'versions';

/** The bench: where a song is broken down, and what does not add up is told. */
@Component({
  selector: 'harvu-bench-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BenchMargin,
    CapoQuestion,
    ChangeList,
    ChartEditor,
    ClockPanel,
    DayLabel,
    FrameForm,
    GripRow,
    MapEntryForm,
    MapRibbon,
    Note,
    PageHead,
    PatternRow,
    ProblemLine,
    ReachNote,
    RouterLink,
    SectionBars,
    SectionHand,
    SectionHead,
    Versions,
  ],
  providers: [BenchFindings, BenchState],
  host: {
    class: 'flex flex-1 flex-col',
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
  protected readonly current = signal(0);
  /** The fret a capo is about to be moved to. */
  protected readonly newCapo = signal<{ readonly fret: number } | null>(null);
  private readonly editor = viewChild(ChartEditor);

  protected readonly worked = computed(() => this.state.worked()?.work);
  /** The answer, once it has anything to draw. */
  private readonly filled = computed(() => {
    const work = this.worked();
    const hasAny = work && (work.timeline.occurrences.length > 0 || work.grips.length > 0);
    return hasAny ? work : undefined;
  });
  /** What is drawn of one answer is drawn in turns, so that no turn blocks the page. */
  protected readonly second = turnsLater(this.filled, 1);
  protected readonly third = turnsLater(this.filled, 2);
  protected readonly fourth = turnsLater(this.filled, 3);
  protected readonly fifth = turnsLater(this.filled, 4);
  protected readonly sixth = turnsLater(this.filled, 5);
  protected readonly apart = turnsLater(this.state.worked, 6);
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
    const blocks = blocksOf(work);
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
  /** The section once through all its endings, as it is played here. */
  protected readonly struck = computed(() => {
    const [shown, work, song] = [this.shown(), this.worked(), this.state.document()];
    const section = song.sections.find((one) => one.id === shown?.section);
    if (!shown || !work || !section) return [];
    const { once: _once, times: _times, ...entry } = mapOf(song)[shown.entry] ?? ONCE;
    const once = { ...section, times: endingRound(section) };
    return barsInLayer(occurrenceOf(song, once, entry), this.layer(), work.patterns);
  });
  protected readonly changeSeconds = computed(
    () =>
      new Map((this.worked()?.changes ?? []).map((one) => [`${one.from} ${one.to}`, one.seconds])),
  );

  constructor() {
    inject(ViewKeys).show(KEYS);
    this.state.open(toObservable(this.id));
  }

  protected pick(block: number): void {
    this.current.set(this.drawn()[block]?.occurrence ?? 0);
  }

  protected moveBlock({ from, to }: BlockMove): void {
    const [one, other] = [this.occurrences()[from]?.entry, this.occurrences()[to]?.entry];
    const map = mapOf(this.state.document());
    const entry = one === undefined ? undefined : map[one];
    if (!entry || one === undefined || other === undefined) return;
    this.state.run({ kind: 'set-map', map: map.toSpliced(one, 1).toSpliced(other, 0, entry) });
    this.current.set(to);
  }

  protected dropBlock(block: number): void {
    const entry = this.occurrences()[block]?.entry;
    const map = mapOf(this.state.document());
    if (entry === undefined || map.length === 1) return;
    this.state.run({ kind: 'set-map', map: map.toSpliced(entry, 1) });
  }

  protected settleRepeat(settled: { readonly line: number; readonly scope: RepeatScope }): void {
    this.state.type(settleRepeat(this.state.text(), settled));
  }

  /** Moving the capo of a song that has chords asks what is to stay. */
  protected setFrame(command: SongCommand): void {
    const hasChords = this.state.document().sections.length > 0;
    const isCapo = command.kind === 'set-frame' && command.field === 'capo';
    const isStated = this.state.document().frame.capo !== undefined;
    if (isCapo && isStated && hasChords && command.text.trim() !== '') {
      this.newCapo.set({ fret: Number(command.text) });
    } else {
      this.state.run(command);
    }
  }

  protected goTo(fault: ChartFault): void {
    this.editor()?.goTo(fault.line, fault.column);
  }
}
