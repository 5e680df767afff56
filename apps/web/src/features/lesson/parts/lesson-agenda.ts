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
  template: `
    <div class="flex items-baseline justify-between gap-2 px-3 pb-1">
      <h2 class="text-base">{{ sumWords() }}</h2>
      <button type="button" class="link text-sm" (click)="edits.set(!edits())">
        {{ edits() ? 'Done' : 'Change' }}
      </button>
    </div>
    <ol cdkDropList (cdkDropListDropped)="drop($event)" aria-label="Agenda">
      @for (item of state.agenda(); track item.id; let at = $index) {
        <li
          cdkDrag
          [cdkDragDisabled]="!edits()"
          class="border-b border-line-soft bg-paper"
          [class.bg-brass-wash]="item.id === state.item()?.id"
        >
          <button
            type="button"
            class="grid w-full grid-cols-[2rem_minmax(0,1fr)_auto] gap-x-2 px-3 py-2 text-left"
            [attr.aria-current]="item.id === state.item()?.id ? 'true' : null"
            (click)="state.choose(item.id)"
          >
            <span class="text-right font-mono text-ink-soft">{{ item.minutes }}</span>
            <span class="min-w-0">
              <b class="block leading-5">{{ item.title }}</b>
              <span class="block text-sm leading-5 text-ink-soft">{{ why(item) }}</span>
            </span>
            @if (item.isHeard) {
              <span class="text-sm text-spruce">✓ done</span>
            }
          </button>
          @if (edits()) {
            <p class="flex flex-wrap gap-1.5 px-3 pb-2">
              <span cdkDragHandle class="cursor-grab px-1 text-ink-soft" title="Drag to move"
                >⋮⋮</span
              >
              <button
                type="button"
                class="button h-8 px-2"
                (click)="move(at, -1)"
                [disabled]="at === 0"
                aria-label="Earlier"
              >
                ↑
              </button>
              <button
                type="button"
                class="button h-8 px-2"
                (click)="move(at, 1)"
                [disabled]="at === state.agenda().length - 1"
                aria-label="Later"
              >
                ↓
              </button>
              <button
                type="button"
                class="button h-8 px-2"
                (click)="last(item, -1)"
                aria-label="A minute less"
              >
                −1
              </button>
              <button
                type="button"
                class="button h-8 px-2"
                (click)="last(item, 1)"
                aria-label="A minute more"
              >
                +1
              </button>
              <button type="button" class="button h-8 px-2" (click)="remove(item)">
                Leave out
              </button>
            </p>
          }
        </li>
      }
    </ol>
    @if (edits()) {
      <form class="grid gap-2 px-3 py-2" (submit)="add($event)">
        <label class="text-sm" for="agenda-more">Something more</label>
        <select id="agenda-more" name="step" class="field">
          <option value="">Something of your own …</option>
          @for (one of state.allSteps(); track one.key) {
            <option [value]="one.key">{{ one.words }}</option>
          }
        </select>
        <div class="flex gap-2">
          <input name="title" class="field min-w-0 flex-1" maxlength="120" aria-label="What" />
          <button class="button">Add</button>
        </div>
      </form>
    }
  `,
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
