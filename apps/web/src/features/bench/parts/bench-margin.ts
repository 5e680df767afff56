import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Overrule, Overruled, Problem } from '@harvu/contract';
import { settledFrame, type ChartFault, type SongDocument } from '@harvu/core/song';
import type { RepeatScope } from '@harvu/core/chart';
import type { Workpiece } from '@harvu/core/steps';
import { formatClock } from '@harvu/core/units';
import { CHECKS, type Finding as Noticed, type Remedy } from '@harvu/core/checks';
import type { SongApart } from '../../../worked-out';
import { ChordLabel } from '../../../ui/chord-label';
import { Note, type NoteTone } from '../../../ui/note';
import type { News } from '../song-sync';
import { FindingNote } from './finding-note';

/** A finding that a teacher let stand, with the reason. */
export interface OverruledFinding extends Overruled {
  readonly message: string;
}

interface Finding {
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

function lengthFinding(song: SongDocument, work: Workpiece): Finding {
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

function learnFinding({ work, toLearn }: SongApart): Finding {
  const { played, distinct, cells } = toLearn;
  const sections = `${work.parts.length} ${work.parts.length === 1 ? 'section' : 'sections'}`;
  const rounds = cells.map(
    ({ name, bars }) => `${name} goes round ${bars === 1 ? 'one bar' : `${bars} bars`}`,
  );
  const round = rounds.length === 0 ? '' : ` ${rounds.join('; ')}.`;
  const words = `${played} bars are played; ${distinct} different ones, in ${sections}, are to learn.${round}`;
  return { tone: 'slate', heading: 'Learn each thing once.', words };
}

function slowFinding(
  { work, tightest }: SongApart,
  called: (name: string) => string,
): readonly Finding[] {
  const [slow] = tightest;
  if (!slow) return [];
  const window = (60 * slow.windowBeats) / work.goalBpm;
  const words = `${called(slow.from)} → ${called(slow.to)} takes about ${slow.seconds.toFixed(2)} s; the pattern leaves ${window.toFixed(2)} s at ${work.goalBpm} bpm.`;
  return [{ tone: slow.seconds > window ? 'brass' : 'spruce', heading: 'Slowest change.', words }];
}

/** The bench's margin: faults of the chart with their place, then what else was worked out. */
@Component({
  selector: 'harvu-bench-margin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingNote, Note],
  host: {
    class: 'ruled block border-line px-4 py-4 lg:border-l',
    role: 'complementary',
    'aria-label': 'Margin',
  },
  template: `
    <h2 class="mb-2 text-sm text-ink-soft">
      In the margin: {{ count() }} {{ count() === 1 ? 'note' : 'notes' }}
    </h2>
    <div class="grid gap-2.5">
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
            <p class="text-xs">It is kept as revision {{ heard.revision }}.</p>
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
      @for (one of shownNotices(); track one.key) {
        <harvu-finding-note
          [finding]="one"
          [place]="placeOf(one)"
          (go)="go.emit($event)"
          (settle)="settle.emit($event)"
          (overrule)="overrule.emit({ key: one.key, reason: $event })"
        />
      }
      @for (one of overruled(); track one.key) {
        <harvu-note tone="slate" heading="Meant so:">
          {{ one.message }} “{{ one.reason }}”, {{ one.by }}
          <button type="button" class="link mt-1 block text-xs" (click)="withdraw.emit(one.key)">
            Look at it again
          </button>
        </harvu-note>
      }
      @for (finding of findings(); track finding.heading) {
        <harvu-note [tone]="finding.tone" [heading]="finding.heading">{{
          finding.words
        }}</harvu-note>
      }
    </div>
  `,
})
export class BenchMargin {
  private readonly label = new ChordLabel();
  private readonly called = (name: string): string =>
    this.label.transform(name, settledFrame(this.song().frame).capo);
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
  protected readonly shownNotices = computed(() =>
    this.noticed().filter((one) => one.code !== 'repeat-scope'),
  );
  protected readonly findings = computed((): readonly Finding[] => {
    const worked = this.worked();
    if (!worked || worked.work.timeline.barCount === 0) return [];
    return [
      lengthFinding(this.song(), worked.work),
      learnFinding(worked),
      ...slowFinding(worked, this.called),
    ];
  });
  protected readonly count = computed(
    () =>
      this.own().length +
      this.shownNotices().length +
      this.findings().length +
      (this.problem() ? 1 : 0),
  );

  /** Where in the text a finding stands, if the text has it as a fault. */
  protected placeOf({ code, message }: Noticed): ChartFault | undefined {
    return this.faults().find((fault) => fault.code === code && fault.message === message);
  }

  protected scopesOf({ code }: ChartFault): typeof SCOPES {
    return code === 'repeat-scope' ? SCOPES : [];
  }
}
