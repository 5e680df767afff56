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
import { barsInLayer } from '@harvu/core/form';
import type { ChartFault, Layer, SongCommand } from '@harvu/core/song';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { plainBlocks } from '../plans';
import { BenchState, type SaveState } from './bench.state';
import { BarGrid } from './parts/bar-grid';
import { BenchMargin } from './parts/bench-margin';
import { CapoQuestion } from './parts/capo-question';
import { ChangeList } from './parts/change-list';
import { ChartEditor } from './parts/chart-editor';
import { FrameForm } from './parts/frame-form';
import { GripRow } from './parts/grip-row';
import { PatternRow } from './parts/pattern-row';
import { SectionHand } from './parts/section-hand';

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'saved',
  changed: 'not saved yet',
  saving: 'saving …',
  failed: 'not saved',
  overtaken: 'not saved: changed elsewhere',
};

const KEYS: readonly ViewKey[] = [
  { key: 'Ctrl Z', does: 'undo' },
  { key: 'Ctrl Shift Z', does: 'redo' },
  { key: '← →', does: 'go along the ribbon, when it has the focus' },
];

/** The bench: where a song is broken down, and what does not add up is told. */
@Component({
  selector: 'harvu-bench-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BarGrid,
    BenchMargin,
    CapoQuestion,
    ChangeList,
    ChartEditor,
    FrameForm,
    GripRow,
    PageHead,
    PatternRow,
    ProblemLine,
    Ribbon,
    RouterLink,
    SectionHand,
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
            [current]="current()"
            (pick)="current.set($event)"
          />
        }
      </harvu-page-head>
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
                <h2 id="grid-heading" class="mb-1 text-lg">
                  {{ occurrence.part.letter }} {{ occurrence.name }}
                  <span class="text-sm font-normal text-ink-soft"
                    >{{ occurrence.bars.length }} bars</span
                  >
                </h2>
                <harvu-bar-grid
                  [bars]="struck()"
                  [changes]="changeSeconds()"
                  [capo]="state.document().frame.capo ?? 0"
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
                [grips]="worked()?.work?.grips ?? []"
                (changed)="state.run($event)"
              />
              @if (state.document().sections.length > 0) {
                <harvu-pattern-row
                  class="mt-4"
                  [song]="state.document()"
                  [grips]="worked()?.work?.grips ?? []"
                  (changed)="state.run($event)"
                />
              }
              @if (worked()?.work; as work) {
                <harvu-change-list class="mt-4" [song]="state.document()" [work]="work" />
              }
            </section>
          </div>
        </div>
        <harvu-bench-margin
          [song]="state.document()"
          [work]="worked()?.work"
          [faults]="state.faults()"
          [problem]="state.problem()"
          [noticed]="state.noticed()"
          [overruled]="state.overruled()"
          (settle)="state.runAll($event.commands)"
          (overrule)="state.overrule($event)"
          (withdraw)="state.withdraw($event)"
          (go)="goTo($event)"
          (again)="state.saveAgain()"
        />
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

  protected readonly worked = computed(() => this.state.worked());
  protected readonly saveWords = computed(() => SAVE_WORDS[this.state.saveState()]);
  protected readonly blocks = computed(() => {
    const work = this.worked()?.work;
    return work ? plainBlocks(work) : [];
  });
  protected readonly shown = computed(() => {
    const occurrences = this.worked()?.work.playing.occurrences ?? [];
    return occurrences[Math.min(this.current(), occurrences.length - 1)];
  });
  /** The layer in which the bars are shown. */
  protected readonly layer = signal<Layer>('full');
  protected readonly struck = computed(() => {
    const [shown, work] = [this.shown(), this.worked()?.work];
    return shown && work ? barsInLayer(shown, this.layer(), work.patterns) : [];
  });
  protected readonly changeSeconds = computed(
    () =>
      new Map(
        (this.worked()?.work.changes ?? []).map((one) => [`${one.from} ${one.to}`, one.seconds]),
      ),
  );

  constructor() {
    inject(ViewKeys).show(KEYS);
    effect(() => {
      const id = this.id();
      untracked(() => this.state.open(id));
    });
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
