import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { barsInLayer } from '@harvu/core/timeline';
import { mapOf, type ChartFault, type Layer } from '@harvu/core/song';
import { settleRepeat, type RepeatScope } from '@harvu/core/chart';
import type { SongCommand } from '@harvu/core/edits';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon, type BlockMove } from '../../ui/ribbon';
import { plainBlocks } from '../plans';
import { BenchState, type SaveState } from './bench.state';
import { expandedBlocks, foldedBlocks } from './ribbon-blocks';
import { BenchMargin } from './parts/bench-margin';
import { CapoQuestion } from './parts/capo-question';
import { ChangeList } from './parts/change-list';
import { ChartEditor } from './parts/chart-editor';
import { ClockPanel } from './parts/clock-panel';
import { FrameForm } from './parts/frame-form';
import { GripRow } from './parts/grip-row';
import { MapEntryForm } from './parts/map-entry';
import { PatternRow } from './parts/pattern-row';
import { ReachNote } from './parts/reach-note';
import { SectionBars } from './parts/section-bars';
import { SectionHand } from './parts/section-hand';
import { SectionHead } from './parts/section-head';
import { Versions } from './parts/versions';

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
    FrameForm,
    GripRow,
    MapEntryForm,
    PageHead,
    PatternRow,
    ProblemLine,
    ReachNote,
    Ribbon,
    RouterLink,
    SectionBars,
    SectionHand,
    SectionHead,
    Versions,
  ],
  providers: [BenchState],
  host: {
    class: 'flex flex-1 flex-col',
    '(keydown.control.z)': '$event.preventDefault(); state.undo()',
    '(keydown.meta.z)': '$event.preventDefault(); state.undo()',
    '(keydown.control.shift.z)': '$event.preventDefault(); state.redo()',
    '(keydown.control.y)': '$event.preventDefault(); state.redo()',
  },
  template: `
    @if (state.song(); as song) {
      <harvu-page-head
        [trail]="'Songs / bench' + (song.playedBy ? ' / ' + song.playedBy : '')"
        [title]="song.title"
      >
        <harvu-frame-form figures [frame]="state.document().frame" (changed)="setFrame($event)" />
        <ng-container actions>
          <span class="self-center text-xs text-ink-soft" role="status">{{ saveWords() }}</span>
          @for (one of panels; track one.panel) {
            <button
              type="button"
              class="button"
              [attr.aria-expanded]="panel() === one.panel"
              (click)="panel.set(panel() === one.panel ? null : one.panel)"
            >
              {{ one.label }}
            </button>
          }
          <button type="button" class="button" [disabled]="!state.canUndo()" (click)="state.undo()">
            Undo
          </button>
          <button type="button" class="button" [disabled]="!state.canRedo()" (click)="state.redo()">
            Redo
          </button>
          <a class="button button-first" [routerLink]="['/songs', song.id, 'steps']"
            >Make the steps</a
          >
        </ng-container>
        @if (newCapo(); as capo) {
          <harvu-capo-question
            class="mt-2"
            [capo]="capo.fret"
            (changed)="newCapo.set(null); state.run($event)"
            (left)="newCapo.set(null)"
          />
        }
        @if (blocks().length > 0) {
          <harvu-ribbon
            class="mt-2"
            [blocks]="blocks()"
            [current]="shownBlock()"
            [isEditable]="!isExpanded()"
            (pick)="pick($event)"
            (moved)="moveBlock($event)"
            (dropped)="dropBlock($event)"
          />
          <div class="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1">
            @if (shown(); as occurrence) {
              <harvu-map-entry
                [song]="state.document()"
                [entry]="occurrence.entry"
                (changed)="state.run($event)"
                (moved)="current.set($event)"
              />
            }
            <button
              type="button"
              class="link ml-auto text-xs"
              [attr.aria-pressed]="isExpanded()"
              (click)="isExpanded.set(!isExpanded())"
            >
              {{ isExpanded() ? 'Fold the repeats' : 'Show every time' }}
            </button>
          </div>
        }
      </harvu-page-head>
      @if (panel() === 'clock' && worked(); as work) {
        <harvu-clock-panel
          class="mx-4 mt-4 sm:mx-6"
          [song]="state.document()"
          [playing]="work.playing"
          (changed)="state.run($event)"
        />
      }
      @if (panel() === 'versions') {
        <harvu-versions
          class="mx-4 mt-4 sm:mx-6"
          [songId]="song.id"
          [song]="state.document()"
          [newest]="state.revision()"
          (restored)="state.restore($event)"
        />
      }
      <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_310px]">
        <div class="min-w-0 px-4 pt-4 pb-6 sm:px-6">
          <div class="grid items-start gap-5 xl:grid-cols-[minmax(0,4fr)_minmax(0,5fr)]">
            <section aria-labelledby="text-heading" class="min-w-0">
              <h2 id="text-heading" class="mb-1 text-sm text-ink-soft">Chart text</h2>
              <harvu-chart-editor
                [text]="state.text()"
                [faults]="state.faults()"
                (typed)="state.type($event)"
              />
            </section>
            <section aria-labelledby="grid-heading" class="min-w-0">
              @if (shown(); as occurrence) {
                <harvu-section-head
                  class="mb-1"
                  [song]="state.document()"
                  [occurrence]="occurrence"
                  (changed)="state.run($event)"
                />
                <harvu-section-bars
                  [song]="state.document()"
                  [sectionId]="occurrence.section"
                  [bars]="struck()"
                  [changes]="changeSeconds()"
                  (changed)="state.run($event)"
                />
                <harvu-section-hand
                  class="mt-2"
                  [song]="state.document()"
                  [sectionId]="occurrence.section"
                  [(layer)]="layer"
                  (changed)="state.run($event)"
                />
              } @else {
                <h2 id="grid-heading" class="mb-1 text-sm text-ink-soft">Bars</h2>
                <p class="max-w-[46ch] text-ink-soft">
                  The bars will stand here. Write a section,
                  <span class="font-mono">[Verse 1]</span>, and below it its chords between bar
                  lines, <span class="font-mono">| G | C . D . | % |</span>. A dot holds the chord
                  for one beat more.
                </p>
              }
              <harvu-grip-row
                class="mt-4 block"
                [song]="state.document()"
                [grips]="worked()?.grips ?? []"
                (changed)="state.run($event)"
              />
              @if (state.document().sections.length > 0) {
                <harvu-pattern-row
                  class="mt-4"
                  [song]="state.document()"
                  [grips]="worked()?.grips ?? []"
                  (changed)="state.run($event)"
                />
              }
              @if (worked(); as work) {
                <harvu-change-list
                  class="mt-4"
                  [song]="state.document()"
                  [work]="work"
                  [tightest]="state.worked()?.tightest ?? []"
                />
              }
            </section>
          </div>
        </div>
        <harvu-bench-margin
          [song]="state.document()"
          [worked]="state.worked()"
          [faults]="state.faults()"
          [problem]="state.problem()"
          [news]="state.news()"
          (newsRead)="state.hideNews()"
          (repeat)="settleRepeat($event)"
          [noticed]="state.noticed()"
          [overruled]="state.overruled()"
          (settle)="state.runAll($event.commands)"
          (overrule)="state.overrule($event)"
          (withdraw)="state.withdraw($event)"
          (go)="goTo($event)"
          (again)="state.saveAgain()"
        >
          <harvu-reach-note [songId]="song.id" [revision]="state.revision()" />
        </harvu-bench-margin>
      </div>
    } @else {
      <div class="px-6 py-6"><harvu-problem [problem]="state.problem()" /></div>
    }
  `,
})
export class BenchPage {
  readonly id = input.required<string>();
  protected readonly state = inject(BenchState);
  protected readonly current = signal(0);
  /** The fret a capo is about to be moved to. */
  protected readonly newCapo = signal<{ readonly fret: number } | null>(null);
  private readonly editor = viewChild(ChartEditor);

  protected readonly worked = computed(() => this.state.worked()?.work);
  protected readonly saveWords = computed(() => SAVE_WORDS[this.state.saveState()]);
  protected readonly panel = signal<Panel | null>(null);
  protected readonly panels = [
    { panel: 'clock', label: 'Clock' },
    { panel: 'versions', label: 'As it was' },
  ] as const;
  /** Every time a section is played has a block of its own. */
  protected readonly isExpanded = signal(false);
  private readonly occurrences = computed(() => this.worked()?.playing.occurrences ?? []);
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
  protected readonly struck = computed(() => {
    const [shown, work] = [this.shown(), this.worked()];
    return shown && work ? barsInLayer(shown, this.layer(), work.patterns) : [];
  });
  protected readonly changeSeconds = computed(
    () =>
      new Map((this.worked()?.changes ?? []).map((one) => [`${one.from} ${one.to}`, one.seconds])),
  );

  constructor() {
    inject(ViewKeys).show(KEYS);
    effect(() => {
      const id = this.id();
      untracked(() => this.state.open(id));
    });
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
