import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Overrule, Overruled, Problem } from '@harvu/contract';
import { settledFrame, type ChartFault, type SongDocument } from '@harvu/core/song';
import type { RepeatScope } from '@harvu/core/chart';
import type { Workpiece } from '@harvu/core/steps';
import { formatClock } from '@harvu/core/units';
import { counted } from '@harvu/core/wording';
import { CHECKS, type Finding as Noticed, type Remedy } from '@harvu/core/checks';
import type { SlowChange } from '@harvu/core/plan';
import type { SongApart } from '../../../worked-out';
import { ChordLabel } from '../../../ui/chord-label';
import { Note, type NoteTone } from '../../../ui/note';
import type { News } from '../song-sync';
import { PutAway } from '../../../store';
import { FindingGroup } from './finding-group';

/** A finding that a teacher let stand, with the reason. */
export interface OverruledFinding extends Overruled {
  readonly message: string;
}

interface SaidNote {
  readonly tone: NoteTone;
  readonly heading: string;
  readonly words: string;
}

const SHOWN_FAULTS = 12;
const SCOPES: readonly { readonly scope: RepeatScope; readonly label: string }[] = [
  { scope: 'chord', label: 'The last chord' },
  { scope: 'line', label: 'This line' },
  { scope: 'section', label: 'The section' },
];
/** The map and the recording may differ by a held last chord before it is worth a word. */
const LENGTH_SLACK_S = 5;

/** The bench's margin: faults of the chart with their place, then what else was worked out. */
@Component({
  selector: 'harvu-bench-margin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingGroup, Note, RouterLink],
  host: {
    class: 'ruled block border-line lg:border-l',
    role: 'complementary',
    'aria-label': 'Margin',
  },
  templateUrl: './bench-margin.html',
})
export class BenchMargin {
  protected readonly putAway = inject(PutAway);
  private readonly label = new ChordLabel();
  private readonly called = (name: string): string =>
    this.label.transform(name, settledFrame(this.song()).raised);
  readonly songId = input('');
  readonly song = input.required<SongDocument>();
  readonly worked = input<SongApart | undefined>();
  readonly faults = input.required<readonly ChartFault[]>();
  /** What was noticed and not overruled. */
  readonly noticed = input<readonly Noticed[]>([]);
  /** What was noticed and is meant so. */
  readonly overruled = input<readonly OverruledFinding[]>([]);
  readonly settle = output<Remedy>();
  readonly overrule = output<Overrule>();
  readonly withdraw = output<string>();
  readonly problem = input<Problem | null>(null);
  /** What somebody else did to the song just now. */
  readonly news = input<News | null>(null);
  readonly newsRead = output();
  /** Where both wrote, theirs is to stand. */
  readonly theirsTaken = output();
  /** What a repeat is said to be of. */
  readonly repeat = output<{ readonly line: number; readonly scope: RepeatScope }>();
  readonly go = output<ChartFault>();
  readonly again = output();

  /** Faults that are noticed too are told once, where they can be kept with a reason. */
  private readonly own = computed(() =>
    this.faults().filter((fault) => fault.code === 'repeat-scope' || !(fault.code in CHECKS)),
  );
  protected readonly shownFaults = computed(() => this.own().slice(0, SHOWN_FAULTS));
  protected readonly hidden = computed(() => this.own().length - this.shownFaults().length);
  /** What is equal stands together: faults first, then doubts, then notes, as they were noticed. */
  protected readonly groups = computed(() => {
    const groups = new Map<string, Noticed[]>();
    for (const one of this.noticed().filter(({ code }) => code !== 'repeat-scope'))
      groups.set(one.code, [...(groups.get(one.code) ?? []), one]);
    const rank = ([first]: readonly Noticed[]): number =>
      ['fault', 'doubt', 'note'].indexOf(first?.severity ?? 'note');
    return [...groups.values()].sort((a, b) => rank(a) - rank(b));
  });
  protected readonly slow = computed(() => this.worked()?.slowest);
  protected readonly said = computed((): readonly SaidNote[] => {
    const worked = this.worked();
    if (!worked || worked.work.grips.length === 0) return [];
    const all = [lengthSaid(this.song(), worked.work), learnSaid(worked)];
    return all.filter((one) => !this.putAway.has(this.keyOf(one)));
  });
  protected readonly headWords = computed(() => {
    const count =
      this.own().length + this.groups().length + (this.problem() ? 1 : 0) + (this.slow() ? 1 : 0);
    return count === 0 ? 'In the margin' : `In the margin: ${count} to settle`;
  });

  protected keyOf({ heading, words }: SaidNote): string {
    return `${this.songId()} ${heading} ${words}`;
  }

  protected slowWords({ from, to, takes, has }: SlowChange): string {
    const bpm = this.worked()?.work.goalBpm ?? 0;
    return `${this.called(from)} → ${this.called(to)} takes about ${takes.toFixed(2)} s; the pattern leaves ${has.toFixed(2)} s at ${bpm} bpm.`;
  }

  protected remedyWords({ kind, of }: SlowChange['remedies'][number]): string {
    return kind === 'easier-grip' ? `Easier ${this.called(of)}` : 'Leave the last stroke open';
  }

  protected scopesOf({ code }: ChartFault): typeof SCOPES {
    return code === 'repeat-scope' ? SCOPES : [];
  }
}

function lengthSaid(song: SongDocument, work: Workpiece): SaidNote {
  const lasts = formatClock(Math.round(work.timeline.lasts));
  const stated = song.frame.length;
  const played = `The map runs ${lasts} at ${work.goalBpm} bpm`;
  if (stated === undefined) return { tone: 'slate', heading: 'Length.', words: `${played}.` };
  const off = Math.round(work.timeline.lasts - stated);
  const recording = `${played}; the recording ${formatClock(stated)}`;
  if (Math.abs(off) <= LENGTH_SLACK_S)
    return { tone: 'spruce', heading: 'Length agrees.', words: `${recording}.` };
  const barS = (work.meterBeats * 60) / work.goalBpm;
  const bars = Math.round(Math.abs(off) / barS);
  const about = bars === 0 ? '' : ` That is about ${bars} ${bars === 1 ? 'bar' : 'bars'}.`;
  return {
    tone: 'brass',
    heading: `Length: ${Math.abs(off)} s too ${off > 0 ? 'long' : 'short'}.`,
    words: `${recording}.${about}`,
  };
}

function learnSaid({ work, toLearn }: SongApart): SaidNote {
  const { played, newBars, cells } = toLearn;
  const parts = counted(work.parts.length, 'section');
  const rounds = cells.map(
    ({ name, bars }) => `${name} goes round ${bars === 1 ? 'one bar' : `${bars} bars`}`,
  );
  const round = rounds.length === 0 ? '' : ` ${rounds.join('; ')}.`;
  const news = `${newBars.chords} are new to the fretting hand, ${newBars.figure} to the picking hand`;
  const words = `${counted(played, 'bar')} played in ${parts}; ${news}.${round}`;
  return { tone: 'slate', heading: 'Learn each thing once.', words };
}
