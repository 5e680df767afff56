import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Overrule, Overruled, Problem } from '@harvu/contract';
import { settledFrame, type ChartFault, type SongDocument } from '@harvu/core/song';
import type { RepeatScope } from '@harvu/core/chart';
import type { Workpiece } from '@harvu/core/steps';
import { formatClock } from '@harvu/core/units';
import { CHECKS, type Finding as Noticed, type Remedy } from '@harvu/core/checks';
import type { SlowChange, SongApart } from '../../../worked-out';
import { ChordLabel } from '../../../ui/chord-label';
import { Note, type NoteTone } from '../../../ui/note';
import type { News } from '../song-sync';
import { PutAway } from '../../../store';
import { FindingGroup } from './finding-group';

/** A finding that a teacher let stand, with the reason. */
export interface OverruledFinding extends Overruled {
  readonly message: string;
}

interface Said {
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
  template: `
    <div
      class="grid grid-cols-[minmax(0,1fr)] content-start gap-2.5 px-4 py-4 lg:sticky lg:top-[var(--head,0px)] lg:max-h-[calc(100dvh-var(--head,0px))] lg:overflow-y-auto"
    >
      <h2 class="text-sm text-ink-soft">{{ headWords() }}</h2>
      <ng-content />
      @if (news(); as heard) {
        <harvu-note tone="slate" [heading]="heard.by + ' changed the song.'">
          <ul class="max-h-40 overflow-y-auto">
            @for (line of heard.words; track $index) {
              <li>{{ line }}</li>
            }
          </ul>
          @if (heard.lines.length > 0) {
            <p class="mt-1">Where you both wrote, yours stands. Theirs was:</p>
            <pre class="overflow-x-auto text-xs">{{
              heard.lines.join(
                '
'
              )
            }}</pre>
            <button type="button" class="button mt-2 block" (click)="theirsTaken.emit()">
              Take theirs instead
            </button>
          }
          <button type="button" class="button mt-2 block" (click)="newsRead.emit()">Good</button>
        </harvu-note>
      }
      @if (problem(); as shown) {
        <harvu-note tone="rose" [heading]="shown.title">
          {{ shown.remedy }}
          <button type="button" class="button mt-2 block" (click)="again.emit()">Save again</button>
        </harvu-note>
      }
      @for (fault of shownFaults(); track $index) {
        <harvu-note tone="rose" [heading]="'Line ' + fault.line + ', column ' + fault.column + '.'">
          {{ fault.message }}
          <span class="mt-2 flex flex-wrap gap-2">
            @for (scope of scopesOf(fault); track scope.scope) {
              <button
                type="button"
                class="button min-h-8 py-0.5"
                (click)="repeat.emit({ line: fault.line, scope: scope.scope })"
              >
                {{ scope.label }}
              </button>
            }
            <button type="button" class="button min-h-8 py-0.5" (click)="go.emit(fault)">
              Show me
            </button>
          </span>
        </harvu-note>
      }
      @if (hidden() > 0) {
        <harvu-note tone="rose">{{ hidden() }} more faults below these.</harvu-note>
      }
      @for (group of groups(); track group[0]!.code) {
        <harvu-finding-group
          [findings]="group"
          [faults]="faults()"
          (go)="go.emit($event)"
          (settle)="settle.emit($event)"
          (overrule)="overrule.emit($event)"
        />
      }
      @if (slow(); as change) {
        <harvu-note tone="brass" heading="Slowest change.">
          {{ slowWords(change) }}
          <span class="mt-2 flex flex-wrap gap-2">
            @for (remedy of change.remedies; track $index) {
              <button
                type="button"
                class="button min-h-8 py-0.5"
                (click)="settle.emit({ label: remedy.kind, commands: remedy.commands })"
              >
                {{ remedyWords(remedy) }}
              </button>
            }
            <a
              class="button min-h-8 py-0.5"
              [routerLink]="['/songs', songId(), 'steps']"
              [queryParams]="{ change: change.from + ' ' + change.to }"
              >Drill it</a
            >
          </span>
        </harvu-note>
      }
      @for (one of overruled(); track one.key) {
        <harvu-note tone="slate" heading="Meant so:">
          {{ one.message }} “{{ one.reason }}”, {{ one.by }}
          <button type="button" class="link mt-1 block text-xs" (click)="withdraw.emit(one.key)">
            Look at it again
          </button>
        </harvu-note>
      }
      @for (one of said(); track one.heading) {
        <harvu-note [tone]="one.tone" [heading]="one.heading"
          >{{ one.words }}
          <button type="button" class="link ml-1 text-xs" (click)="putAway.put(keyOf(one))">
            put away
          </button></harvu-note
        >
      }
    </div>
  `,
})
export class BenchMargin {
  protected readonly putAway = inject(PutAway);
  private readonly label = new ChordLabel();
  private readonly called = (name: string): string =>
    this.label.transform(name, settledFrame(this.song().frame).capo);
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
  protected readonly said = computed((): readonly Said[] => {
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

  protected keyOf({ heading, words }: Said): string {
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

function lengthSaid(song: SongDocument, work: Workpiece): Said {
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

function learnSaid({ work, toLearn }: SongApart): Said {
  const { played, distinct, cells } = toLearn;
  const sections = `${work.parts.length} ${work.parts.length === 1 ? 'section' : 'sections'}`;
  const rounds = cells.map(
    ({ name, bars }) => `${name} goes round ${bars === 1 ? 'one bar' : `${bars} bars`}`,
  );
  const round = rounds.length === 0 ? '' : ` ${rounds.join('; ')}.`;
  const words = `${played} bars are played; ${distinct} different ones, in ${sections}, are to learn.${round}`;
  return { tone: 'slate', heading: 'Learn each thing once.', words };
}
