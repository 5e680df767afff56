import {
  CdkDrag,
  CdkDragHandle,
  CdkDropList,
  moveItemInArray,
  type CdkDragDrop,
} from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { HeardItem } from '@harvu/contract';
import { shortTitle } from '@harvu/core/steps';
import { v4 as newId } from 'uuid';
import { typedIn } from '../../../platform/forms';
import { LessonKeeper } from '../lesson.keeper';
import { LessonState } from '../lesson.state';

const MOST_MINUTES = 240;

/** The agenda of a lesson: what it is made of, in which order, for how long; all of it can be changed. */
@Component({
  selector: 'harvu-lesson-agenda',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList],
  host: { class: 'block' },
  templateUrl: './lesson-agenda.html',
})
export class LessonAgenda {
  protected readonly state = inject(LessonState);
  private readonly keeper = inject(LessonKeeper);
  protected readonly edits = signal(false);
  protected readonly sumWords = computed(() => {
    const [sum, minutes] = [this.state.agendaMinutes(), this.state.lesson()?.minutes ?? 0];
    return sum === minutes ? `Agenda, adds up to ${sum}` : `Agenda, ${sum} of ${minutes} min`;
  });
  protected why({ song, why }: HeardItem): string {
    const several = (this.state.brief()?.songs.length ?? 0) > 1;
    return [several ? song : '', why].filter(Boolean).join(' · ');
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const agenda = [...this.state.agenda()];
    moveItemInArray(agenda, previousIndex, currentIndex);
    this.keep(agenda);
  }

  protected move(at: number, by: number): void {
    const agenda = [...this.state.agenda()];
    moveItemInArray(agenda, at, at + by);
    this.keep(agenda);
  }

  protected last({ id }: HeardItem, more: number): void {
    this.keep(
      this.state
        .agenda()
        .map((one) =>
          one.id === id
            ? { ...one, minutes: Math.min(MOST_MINUTES, Math.max(1, one.minutes + more)) }
            : one,
        ),
    );
  }

  protected remove({ id }: HeardItem): void {
    this.keep(this.state.agenda().filter((one) => one.id !== id));
  }

  protected add(event: Event): void {
    event.preventDefault();
    if (!(event.target instanceof HTMLFormElement)) return;
    const [key, title] = [typedIn(event.target, 'step'), typedIn(event.target, 'title')];
    const known = this.state.allSteps().find((one) => one.key === key);
    if (!known && title === '') return;
    const item: HeardItem = known
      ? {
          id: `work ${known.key} ${newId()}`,
          kind: 'work',
          planId: known.planId,
          stepId: known.step.id,
          song: known.song,
          title: shortTitle(known.step.about),
          why: 'added',
          minutes: 5,
          isHeard: false,
        }
      : {
          id: `free ${newId()}`,
          kind: 'free',
          planId: null,
          stepId: null,
          song: '',
          title,
          why: 'added',
          minutes: 5,
          isHeard: false,
        };
    event.target.reset();
    this.keep([...this.state.agenda(), item]);
  }

  private keep(agenda: readonly HeardItem[]): void {
    this.keeper.changeNotes((notes) => ({ ...notes, agenda }));
  }
}
