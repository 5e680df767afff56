import { computed, inject, Injectable, signal } from '@angular/core';
import type { NewEvent } from '@harvu/contract';
import type { MarkTold } from '@harvu/core/words';
import { Log } from '../../store';
import type { KeptTake } from '../takes';

/** What is marked: one pass of a step, at a tempo. */
export interface HeardStep {
  readonly planId: string;
  readonly stepId: string;
  readonly revision: number;
  readonly bpm: number | null;
  readonly passes: number;
  readonly seconds: number;
  readonly how: 'clean' | 'stumbled' | 'stopped';
}

/** A mark of this visit, with what it says. */
export interface Marked {
  readonly id: string;
  readonly heard: HeardStep;
  readonly told: MarkTold;
}

/** How a mark is told. */
type MarkWords = Pick<MarkTold, 'title' | 'song' | 'rungUnit'>;

/** The marks of a lesson: each is an event of the song's log, by the teacher. */
@Injectable()
export class LessonMarks {
  private readonly log = inject(Log);
  private readonly made = signal<readonly Marked[]>([]);

  /** What was marked last, and can be taken back or given its bar. */
  readonly last = computed(() => this.made().at(-1));

  async mark(heard: HeardStep, telling: MarkWords): Promise<void> {
    const { bpm, how, passes, seconds, stepId } = heard;
    const clean = how === 'clean';
    const event: NewEvent = {
      ...this.log.stamp(),
      kind: 'try',
      revision: heard.revision,
      stepId,
      bpm,
      clean,
      passes,
      seconds,
      ...(how === 'stopped' && { stopped: true as const }),
    };
    const told: MarkTold = {
      ...telling,
      bpm,
      clean,
      passes,
      stopped: how === 'stopped',
      bar: null,
      source: 'teacher',
    };
    this.made.update((all) => [...all, { id: event.id, heard, told }]);
    await this.log.put(heard.planId, event);
  }

  /** Says where the last one failed. */
  async inBar(bar: number): Promise<void> {
    const last = this.last();
    if (!last || last.told.clean) return;
    this.made.update((all) => [...all.slice(0, -1), { ...last, told: { ...last.told, bar } }]);
    const { planId, revision } = last.heard;
    await this.log.write(planId, { kind: 'where', revision, of: last.id, bar });
  }

  /** Takes the last one back; the plan it was of, or nothing where there is none. */
  async takeBack(): Promise<string | undefined> {
    const last = this.last();
    if (!last) return undefined;
    this.made.update((all) => all.slice(0, -1));
    const { planId, revision } = last.heard;
    await this.log.write(planId, { kind: 'correction', revision, of: last.id, clean: null });
    return planId;
  }

  /** What a take measured. */
  async take(
    { planId, stepId, bpm, revision }: HeardStep,
    figures: KeptTake['figures'],
  ): Promise<void> {
    await this.log.write(planId, { kind: 'take', revision, stepId, bpm, ...figures });
  }

  /** The teacher's word that a step is done. */
  async signOff({ planId, stepId, revision }: HeardStep): Promise<void> {
    await this.log.write(planId, { kind: 'sign-off', revision, stepId });
  }
}
