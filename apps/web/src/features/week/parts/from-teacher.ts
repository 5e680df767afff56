import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { milestoneWords } from '@harvu/core/words';
import { dayAfter, weekdayOf, WEEKDAYS } from '@harvu/core/day';
import { typedIn } from '../../../platform/forms';
import { preference, wordsIn } from '../../../platform/preference';
import { Session } from '../../../platform/session';
import { Log } from '../../../store';
import { dayWords } from '../../../ui/day-label';
import { WeekState } from '../week.state';

const WEEK_DAYS = 7;

/** What a student hears from their teacher, and tells them: the last lesson, the next, what was reached, a question. */
@Component({
  selector: 'harvu-from-teacher',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { class: 'block sm:max-w-[40rem]' },
  template: `
    @for (one of reached(); track one.key) {
      <p
        class="mb-2 rounded-md border border-line bg-spruce-wash px-4 py-2.5 text-lg"
        role="status"
      >
        <b>{{ one.words }}.</b> {{ one.song }}
      </p>
    }
    @if (last(); as lesson) {
      <section class="mb-4" aria-labelledby="from-lesson">
        <h2 id="from-lesson" class="text-lg font-bold">From your lesson, {{ lesson.on }}</h2>
        @if (lesson.word) {
          <p class="text-lg">{{ lesson.word }}</p>
        }
        @if (lesson.summary && readsAll()) {
          <p class="mt-1 whitespace-pre-line">{{ lesson.summary }}</p>
        } @else if (lesson.summary) {
          <button type="button" class="link min-h-[44px]" (click)="readsAll.set(true)">
            Read all of it
          </button>
        }
      </section>
    }
    <p class="text-ink-soft">{{ ahead() }}</p>
    <p><a class="link" [routerLink]="['/students', me, 'report']">The last weeks on one page</a></p>
    <form class="mt-3 flex flex-wrap items-end gap-2" (submit)="ask($event)">
      <label class="min-w-0 flex-1 basis-64"
        ><span class="block">Something to ask at your next lesson</span>
        <input name="words" class="field min-h-[44px] w-full" maxlength="300" autocomplete="off"
      /></label>
      <button class="button min-h-[44px]">Ask</button>
    </form>
    @if (asked()) {
      <p class="mt-1 text-spruce" role="status">Your teacher will see it: “{{ asked() }}”</p>
    }
  `,
})
export class FromTeacher {
  private readonly state = inject(WeekState);
  private readonly log = inject(Log);
  protected readonly me = inject(Session).person()?.id ?? 'nobody';
  private readonly told = preference(`harvu-reached-${this.me}`, wordsIn);
  /** What was told before this visit. */
  private readonly before = new Set(untracked(this.told.value));
  protected readonly readsAll = signal(false);
  protected readonly asked = signal('');

  protected readonly last = computed(() => {
    const held = this.state.overview()?.lessons.filter(({ state }) => state === 'held');
    const lesson = held?.at(-1);
    if (!lesson?.notes) return undefined;
    const { word, summary } = lesson.notes;
    return word || summary ? { on: dayWords(lesson.day), word, summary } : undefined;
  });
  /** What was reached in the last week and not told yet: it is told once. */
  protected readonly reached = computed(() => {
    const overview = this.state.overview();
    if (!overview) return [];
    const since = dayAfter(overview.today, -WEEK_DAYS);
    const all = (this.state.songs() ?? []).flatMap(({ id, title, overview: song }) =>
      song.milestones
        .filter(({ on }) => on >= since)
        .map(({ kind }) => ({ key: `${id} ${kind}`, words: milestoneWords(kind), song: title })),
    );
    return all.filter(({ key }) => !this.before.has(key));
  });
  protected readonly ahead = computed(() => {
    const overview = this.state.overview();
    if (!overview) return '';
    const days = Array.from({ length: WEEK_DAYS - 1 }, (_, index) =>
      dayAfter(overview.today, index + 1),
    ).flatMap((day) => {
      const minutes = overview.minutesByWeekday?.[weekdayOf(day)] ?? 0;
      return minutes > 0 ? [`${WEEKDAYS[weekdayOf(day)] ?? ''} ${minutes}`] : [];
    });
    const next = overview.lessons.find(
      ({ day, state }) => day >= overview.today && state === 'planned',
    );
    const lesson = next
      ? ` Next lesson: ${next.day === overview.today ? 'today' : dayWords(next.day, 'weekday')}, ${next.time}.`
      : '';
    return `${days.length > 0 ? `The days ahead, in minutes: ${days.join(', ')}.` : ''}${lesson}`;
  });

  constructor() {
    effect(() => this.told.set([...this.before, ...this.reached().map(({ key }) => key)]));
  }

  protected ask(event: Event): void {
    event.preventDefault();
    const [song, overview] = [this.state.songs()?.[0], this.state.overview()];
    if (!song || !overview || !(event.target instanceof HTMLFormElement)) return;
    const words = typedIn(event.target, 'words');
    if (words === '') return;
    event.target.reset();
    this.asked.set(words);
    const { revision } = song;
    void this.log.write(song.id, { kind: 'note', revision, stepId: null, words });
  }
}
