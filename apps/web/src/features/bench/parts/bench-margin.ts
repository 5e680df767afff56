import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Overrule, Overruled, Problem } from '@harvu/contract';
import { settledFrame, type ChartFault, type SongDocument } from '@harvu/core/song';
import { tightestChanges, type Workpiece } from '@harvu/core/steps';
import { formatClock } from '@harvu/core/units';
import type { Finding as Noticed, Remedy } from '@harvu/core/checks';
import { ChordLabel } from '../../../ui/chord-label';
import { Note, type NoteTone } from '../../../ui/note';
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
/** The map and the recording may differ by a held last chord before it is worth a word. */
const LENGTH_SLACK_S = 5;

function lengthFinding(song: SongDocument, work: Workpiece): Finding {
  const lasts = formatClock(Math.round(work.playing.lasts));
  const stated = song.frame.length;
  const played = `The map runs ${lasts} at ${work.goalBpm} bpm`;
  if (stated === undefined) return { tone: 'slate', heading: 'Length.', words: `${played}.` };
  const off = Math.round(work.playing.lasts - stated);
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

function learnFinding(work: Workpiece): Finding {
  const distinct = work.parts.reduce((sum, part) => sum + part.newBars.length, 0);
  const words = `${work.playing.barCount} bars are played; ${distinct} in ${work.parts.length} sections are new to learn.`;
  return { tone: 'slate', heading: 'Learn each thing once.', words };
}

function slowFinding(work: Workpiece, called: (name: string) => string): readonly Finding[] {
  const [slow] = tightestChanges(work);
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
      @if (problem(); as shown) {
        <harvu-note tone="rose" [heading]="shown.title">
          {{ shown.remedy }}
          @if (shown.code !== 'conflict') {
            <button type="button" class="button mt-2 block" (click)="again.emit()">
              Save again
            </button>
          }
        </harvu-note>
      }
      @for (fault of shownFaults(); track $index) {
        <harvu-note tone="rose" [heading]="'Line ' + fault.line + ', column ' + fault.column + '.'">
          {{ fault.message }}
          <button type="button" class="button mt-2 block" (click)="go.emit(fault)">Show me</button>
        </harvu-note>
      }
      @if (hidden() > 0) {
        <harvu-note tone="rose">{{ hidden() }} more faults below these.</harvu-note>
      }
      @for (one of noticed(); track one.key) {
        <harvu-finding-note
          [finding]="one"
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
  readonly work = input<Workpiece | undefined>();
  readonly faults = input.required<readonly ChartFault[]>();
  /** What was noticed and not overruled. */
  readonly noticed = input<readonly Noticed[]>([]);
  /** What was noticed and is meant so. */
  readonly overruled = input<readonly OverruledFinding[]>([]);
  readonly settle = output<Remedy>();
  readonly overrule = output<Overrule>();
  readonly withdraw = output<string>();
  readonly problem = input<Problem | null>(null);
  readonly go = output<ChartFault>();
  readonly again = output();

  protected readonly shownFaults = computed(() => this.faults().slice(0, SHOWN_FAULTS));
  protected readonly hidden = computed(() => this.faults().length - this.shownFaults().length);
  protected readonly findings = computed((): readonly Finding[] => {
    const work = this.work();
    if (!work || work.playing.barCount === 0) return [];
    return [
      lengthFinding(this.song(), work),
      learnFinding(work),
      ...slowFinding(work, this.called),
    ];
  });
  protected readonly count = computed(
    () =>
      this.faults().length +
      this.noticed().length +
      this.findings().length +
      (this.problem() ? 1 : 0),
  );
}
