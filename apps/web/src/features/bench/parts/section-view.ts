import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  model,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { changeKey, type ChangeTime } from '@harvu/core/change';
import {
  isSilence,
  barsInLayer,
  changesOf,
  chordRow,
  occurrenceOf,
  type StruckBar,
} from '@harvu/core/timeline';
import {
  endingRound,
  sectionNamed,
  type Layer,
  type MapEntry,
  type SongDocument,
} from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import type { RiffApart, Workpiece } from '@harvu/core/steps';
import type { WrittenLine } from '@harvu/core/words';
import {
  GripRow,
  LayRiff,
  MOST_BESIDE,
  PatternRow,
  RiffRow,
  SectionBars,
  SectionHand,
  SectionHead,
} from '../../../editors';
import { isSame } from '../../../ui/same';
import type { Station } from '../stations';
import { SectionChange } from './section-change';

const ONCE: Omit<MapEntry, 'section'> = { times: 1 };

/** One section at the bench: its head, its bars, how it is struck, the grips that come new with it, its slowest change. */
@Component({
  selector: 'harvu-section-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    GripRow,
    LayRiff,
    PatternRow,
    RiffRow,
    SectionBars,
    SectionChange,
    SectionHand,
    SectionHead,
  ],
  host: { class: 'block', role: 'region', '[attr.aria-label]': 'station().section.name' },
  templateUrl: './section-view.html',
})
export class SectionView {
  readonly song = input.required<SongDocument>();
  readonly station = input.required<Station>();
  readonly work = input<Workpiece | undefined>();
  /** The song's changes beside the time there is for them. */
  readonly times = input<readonly ChangeTime[]>([]);
  /** What is told of each change that takes longer than there is, by "from to". */
  readonly slow = input<ReadonlyMap<string, string>>(new Map());
  /** The song's lines, with what is said of each. */
  readonly lines = input<readonly WrittenLine[]>([]);
  /** Chords whose grips are drawn further up. */
  readonly drawn = input<ReadonlySet<string>>(new Set());
  readonly layer = model.required<Layer>();
  readonly changed = output<SongCommand>();
  /** Several edits that are one. */
  readonly changedAll = output<readonly SongCommand[]>();
  readonly riffs = input<readonly RiffApart[]>([]);
  private readonly injector = inject(Injector);
  private readonly riffRow = viewChild(RiffRow);
  private readonly gripRow = viewChild(GripRow);
  private readonly ownBars = viewChild(SectionBars);
  protected readonly hasRiffs = computed(() => (this.station().section.riffUses ?? []).length > 0);
  protected readonly isHandOpen = signal(false);
  protected readonly wantsBars = signal(false);

  /** The part it is, as far as the song has been worked out. */
  protected readonly part = computed(() => {
    const { section, semitones } = this.station();
    const { occurrences = [], bySection } = this.work()?.timeline ?? {};
    const played = occurrences.find(
      (one) => one.section === section.id && one.semitones === semitones,
    );
    return played?.part ?? bySection?.get(section.id);
  });
  protected readonly ownLines = computed(
    () => this.lines().filter((one) => one.sectionId === this.station().section.id),
    { equal: isSame },
  );
  /** Bars in which something is new; all of them while that is not worked out. */
  protected readonly news = computed(
    () => {
      const lines = this.ownLines();
      return lines.length === 0 ? undefined : lines.flatMap(({ newBars }) => newBars);
    },
    { equal: isSame },
  );
  /** The section once through all its endings, as it is played here. */
  protected readonly struck = computed(() => this.struckNow(), { equal: isSame });

  private struckNow(): readonly StruckBar[] {
    const [{ section, entry, semitones }, song, work] = [this.station(), this.song(), this.work()];
    if (!work) return [];
    const once = { ...section, times: endingRound(section) };
    const { once: _once, times: _times, ...said } = entry ?? { section: section.name };
    const played = occurrenceOf(song, once, { ...said, ...ONCE, ...(semitones && { semitones }) });
    return barsInLayer(played, this.layer(), work.patterns);
  }
  /** A section that is played nowhere; one whose name is another's has to be numbered first. */
  protected readonly isNeverPlayed = computed(() => {
    const { section, entry } = this.station();
    return !entry && sectionNamed(this.song(), section.name)?.id === section.id;
  });
  /** As another section, bar for bar: its bars are shown when they are asked for. */
  protected readonly isPlain = computed(() => {
    const { section, semitones } = this.station();
    const isDerived = section.parent !== undefined && !section.differences && !section.drops;
    return (isDerived && !section.endings) || semitones !== 0;
  });
  protected readonly isWritten = computed(() => !this.isPlain() || this.wantsBars());
  private readonly chords = computed(() => [
    // What is under a riff is strummed in the barer layers.
    ...new Set(
      chordRow(this.struck().map(({ chords }) => ({ chords }))).filter((name) => !isSilence(name)),
    ),
  ]);
  protected readonly fresh = computed(
    () => {
      const names = this.chords().filter((name) => !this.drawn().has(name));
      return (this.work()?.grips ?? []).filter((grip) => names.includes(grip.name));
    },
    { equal: isSame },
  );
  /** The grips that come new with each of its lines, by the number of its first bar. */
  protected readonly lineGrips = computed(
    (): ReadonlyMap<number, readonly SongGrip[]> => {
      const left = new Map(this.fresh().map((grip) => [grip.name, grip]));
      const lines = this.isWritten() ? this.ownLines() : [];
      const byLine = lines.flatMap(({ from, to }) => {
        const bars = this.struck().filter(({ inPass }) => inPass >= from && inPass <= to);
        const grips = chordRow(bars.map(({ chords }) => ({ chords }))).flatMap((name) => {
          const grip = left.get(name);
          left.delete(name);
          return grip ?? [];
        });

        return grips.length > 0 ? [[from, grips.slice(0, MOST_BESIDE)] as const] : [];
      });
      return new Map(byLine);
    },
    { equal: (a, b) => isSame([...a], [...b]) },
  );
  protected readonly beside = computed(
    () => [...this.lineGrips().values()].flat().map(({ name }) => name),
    { equal: isSame },
  );
  protected readonly known = computed(
    () => {
      const names = this.chords().filter((name) => this.drawn().has(name));
      return (this.work()?.grips ?? []).filter((grip) => names.includes(grip.name));
    },
    { equal: isSame },
  );
  protected readonly pairs = computed(() => new Set(changesOf(this.struck()).map(changeKey)));
  protected readonly patternNames = computed(
    () => {
      const { pattern, patternUses = [], parent } = this.station().section;
      const names = [...(pattern ? [pattern] : []), ...patternUses.map((one) => one.pattern)];
      const struck = this.struck().flatMap((bar) => bar.struck?.name ?? []);
      const own = new Set(this.song().patterns.map((one) => one.name));
      return [...new Set([...names, ...(parent ? struck : [])])].filter((one) => own.has(one));
    },
    { equal: isSame },
  );
  protected readonly handWords = computed(() => {
    const [first, ...more] = this.patternNames();
    const layer = this.layer() === 'full' ? 'all layers' : `shown ${this.layer()}`;
    if (first === undefined) return `plain strokes · ${layer}`;
    return `pattern ${[first, ...more].join(', ')} · ${layer}`;
  });
  /** Puts the cursor in its first bar; false where its bars are not drawn yet. */
  begin(): boolean {
    if (this.struck().length === 0) return false;
    this.wantsBars.set(true);
    afterNextRender(() => this.ownBars()?.begin(), { injector: this.injector });
    return true;
  }

  protected openGrip(name: string): void {
    this.gripRow()?.choose(name);
  }

  /** What was laid just now is written next: its editor opens once it is there. */
  protected open(name: string): void {
    this.isHandOpen.set(false);
    afterNextRender(() => this.riffRow()?.open(name), { injector: this.injector });
  }

  protected addToMap(): void {
    const map = [...this.song().map, { section: this.station().section.name, times: 1 }];
    this.changed.emit({ kind: 'set-map', map });
  }
}
