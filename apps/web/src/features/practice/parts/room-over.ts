import { ChangeDetectionStrategy, Component, computed, inject, model, output } from '@angular/core';
import { takesIn } from '@harvu/core/events';
import type { BarRange } from '@harvu/core/practice';
import type { RecordedStart } from '@harvu/core/recording';
import { CONVENTIONS } from '../../../ui/conventions';
import { PracticeState } from '../practice.state';
import { RecordingState } from '../recording.state';
import { ChangeDrillTimer } from './change-drill';
import { PedalKeys } from './pedal-keys';
import { RecordingTaps } from './recording-taps';
import { RingCheckView, type HeardGrip } from './ring-check';
import { RoomPanel, type LoopSection } from './room-panel';
import { TakePanel, takeRequestOf, type KeptTake } from '../../takes';
import { StrokeDrillView } from './stroke-drill';

/** What can stand over the room. */
export type Over = '' | 'choices' | 'change' | 'strokes' | 'ring' | 'taps' | 'pedal' | 'take';

/** What opens over the room, one thing at a time: its choices, what measures, what is learnt of a file or a pedal. */
@Component({
  selector: 'harvu-room-over',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ChangeDrillTimer,
    PedalKeys,
    RecordingTaps,
    RingCheckView,
    RoomPanel,
    StrokeDrillView,
    TakePanel,
  ],
  template: `
    @switch (open()) {
      @case ('choices') {
        <harvu-room-panel
          [hasClick]="state.clickBpm() !== null"
          [loop]="state.loop()"
          [sections]="sections()"
          [hasOpenEnds]="hasOpenEnds()"
          [bpm]="state.clickBpm()"
          [recordedBpm]="state.recordedBpm()"
          (bpmChosen)="state.chooseBpm($event)"
          (tapAlong)="turnTo('taps')"
          (pedal)="turnTo('pedal')"
          (loopSection)="loop($event)"
          (loopBars)="askLoop()"
          (loopAll)="state.loopBars(null)"
          (sore)="sore()"
          (stuck)="stuck()"
          (closed)="close()"
        />
      }
      @case ('change') {
        @defer (on immediate) {
          <harvu-change-drill
            (kept)="keepChanges($event.count, $event.seconds)"
            (closed)="close()"
          />
        }
      }
      @case ('strokes') {
        @defer (on immediate) {
          <harvu-stroke-drill
            (measured)="keepStrokes($event.perSecond, $event.seconds)"
            (closed)="close()"
          />
        }
      }
      @case ('ring') {
        @if (state.scene(); as scene) {
          <harvu-ring-check
            [grips]="scene.ringing"
            [chords]="scene.chords"
            (kept)="keepRing($event)"
            (closed)="close()"
          />
        }
      }
      @case ('taps') {
        @if (recording.kept(); as kept) {
          <harvu-recording-taps
            [file]="kept.file"
            [occurrences]="occurrences()"
            (kept)="keepTaps($event)"
            (closed)="close()"
          />
        }
      }
      @case ('take') {
        @if (takeRequest(); as request) {
          @defer (on immediate) {
            <harvu-take-panel
              [request]="request"
              [tempo]="tempoWords()"
              [before]="takesBefore()"
              [keptAs]="keptAs()"
              [canLoop]="state.loop() === null"
              (kept)="keepTake($event)"
              (looped)="loop($event)"
              (closed)="close()"
            />
          }
        }
      }
      @case ('pedal') {
        <harvu-pedal-keys (closed)="close()" />
      }
    }
  `,
})
export class RoomOver {
  readonly open = model.required<Over>();
  /** Some bars are to be looped: they are tapped in the room. */
  readonly loopAsked = output();
  protected readonly state = inject(PracticeState);
  protected readonly recording = inject(RecordingState);
  private readonly conventions = inject(CONVENTIONS);
  protected readonly occurrences = computed(
    () => this.state.plan()?.work.timeline.occurrences ?? [],
  );
  /** The sections of the whole song; none where only a part of it is played. */
  protected readonly sections = computed((): readonly LoopSection[] => {
    if ((this.state.scene()?.map.length ?? 0) === 0) return [];
    let bars = 0;
    return this.occurrences().map((one) => {
      const from = bars + 1;
      bars += one.bars.length;
      return { from, to: bars, name: one.name };
    });
  });
  protected readonly hasOpenEnds = computed(
    () => (this.state.scene()?.openEnds.length ?? 0) > 0 && !this.recording.isChosen(),
  );

  /** One pass as it is to be played now. */
  protected readonly takeRequest = computed(() => {
    const [scene, bpm] = [this.state.scene(), this.state.clickBpm()];
    return scene && bpm !== null ? takeRequestOf(scene, bpm, this.conventions()) : null;
  });
  protected readonly tempoWords = computed(() => `${this.state.clickBpm() ?? ''} bpm`);
  protected readonly takesBefore = computed(() =>
    takesIn(this.state.plan()?.plan.events ?? []).filter(
      (one) => one.stepId === this.state.step()?.id,
    ),
  );

  /** Some bars by themselves are another thing to hear than all of them. */
  protected readonly keptAs = computed(() => {
    const loop = this.state.loop();
    const bars = loop ? ` ${loop.from}-${loop.to}` : '';
    return `${this.state.plan()?.plan.id ?? ''} ${this.state.step()?.id ?? ''}${bars}`;
  });

  protected keepTake(kept: KeptTake): void {
    this.close();
    this.state.take(kept);
  }

  protected close(): void {
    this.open.set('');
  }

  protected turnTo(over: Over): void {
    this.state.stop();
    this.open.set(over);
  }

  protected loop({ from, to }: BarRange): void {
    this.close();
    this.state.loopBars({ from, to });
  }

  protected askLoop(): void {
    this.close();
    this.state.askLoop();
    this.loopAsked.emit();
  }

  protected sore(): void {
    this.close();
    this.state.sore();
  }

  protected stuck(): void {
    this.close();
    this.state.stuck();
  }

  protected keepChanges(count: number, seconds: number): void {
    this.close();
    this.state.drill(count, seconds);
  }

  protected keepStrokes(perSecond: number, seconds: number): void {
    this.close();
    this.state.strokes(perSecond, seconds);
  }

  protected keepRing(heard: HeardGrip): void {
    this.close();
    this.state.ring(heard);
  }

  protected keepTaps(taps: readonly RecordedStart[]): void {
    this.close();
    void this.recording.keepTaps(taps);
  }
}
