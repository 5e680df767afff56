import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { isTyping, ViewKeys } from '../../platform/view-keys';
import { RoomSound } from '../../sound/room-sound';
import { DayLabel } from '../../ui/day-label';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { Ribbon } from '../../ui/ribbon';
import { HearState } from './hear.state';
import { LessonKeeper } from './lesson.keeper';
import { LessonMarks } from './lesson-marks';
import { LessonState } from './lesson.state';
import { LessonAdjust } from './parts/lesson-adjust';
import { LessonAgenda } from './parts/lesson-agenda';
import { LessonStep } from './parts/lesson-step';

const KEYS = [
  { key: 'C', does: 'clean' },
  { key: 'S', does: 'stumbled' },
  { key: 'X', does: 'stopped' },
  { key: '1 to 9, Enter', does: 'the bar where it happened' },
  { key: 'Z', does: 'take the last mark back' },
  { key: 'Space', does: 'click on and off' },
  { key: '↑ ↓', does: 'a rung up, a rung down' },
  { key: 'N', does: 'on to the next on the agenda' },
  { key: 'E', does: 'end the lesson' },
] as const;

/** A lesson as it goes: the agenda with a clock, what is heard and marked, the plan changed on the spot, an end. */
@Component({
  selector: 'harvu-lesson-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, LessonAdjust, LessonAgenda, LessonStep, Note, Page, Ribbon, RouterLink],
  providers: [LessonState, LessonKeeper, LessonMarks, HearState, RoomSound],
  host: { class: 'flex flex-1 flex-col', '(document:keydown)': 'press($event)' },
  templateUrl: './lesson-page.html',
})
export class LessonPage {
  readonly id = input.required<string>();
  /** Whose lesson it is, and on which day, where nothing is kept of it yet. */
  readonly of = input<string>();
  readonly on = input<string>();
  protected readonly state = inject(LessonState);
  protected readonly keeper = inject(LessonKeeper);
  protected readonly hear = inject(HearState);
  protected readonly ends = signal(false);
  protected readonly summary = signal('');

  protected readonly title = computed(() => {
    const [brief, lesson] = [this.state.brief(), this.state.lesson()];
    return brief && lesson ? `${brief.name}, ${lesson.time}` : '';
  });
  protected readonly isToday = computed(
    () => this.state.lesson()?.day === this.state.overview()?.today,
  );
  protected readonly song = computed(() =>
    this.state.brief()?.songs.find(({ id }) => id === this.state.planId()),
  );
  protected readonly gone = computed(() => Math.floor(this.state.goneMinutes()));

  constructor() {
    inject(ViewKeys).show(KEYS);
    effect(() => this.state.open({ id: this.id(), of: this.of(), on: this.on() }));
  }

  protected start(): void {
    this.keeper.changeNotes((notes) => ({
      ...notes,
      agenda: this.state.agenda(),
      startedAt: new Date().toISOString(),
    }));
  }

  protected pause(): void {
    this.keeper.changeNotes((notes) => {
      const now = new Date();
      if (notes.pausedAt === null) return { ...notes, pausedAt: now.toISOString() };
      const stood = Math.round((now.getTime() - Date.parse(notes.pausedAt)) / 1000);
      return { ...notes, pausedAt: null, pausedSeconds: notes.pausedSeconds + Math.max(0, stood) };
    });
  }

  /** Done with what is looked at: on to the next. */
  protected next(): void {
    const [agenda, item] = [this.state.agenda(), this.state.item()];
    if (!item) return;
    const heard = agenda.map((one) => (one.id === item.id ? { ...one, isHeard: true } : one));
    this.keeper.changeNotes((notes) => ({ ...notes, agenda: heard }));
    const at = agenda.findIndex(({ id }) => id === item.id);
    const following = heard.slice(at + 1).find(({ isHeard }) => !isHeard);
    this.state.choose((following ?? heard.find(({ isHeard }) => !isHeard) ?? item).id);
  }

  protected keepWord(word: string): void {
    this.keeper.changeNotes((notes) => ({ ...notes, word: word.trim() }));
  }

  protected askEnd(): void {
    this.hear.stop();
    const kept = this.keeper.notes().summary;
    this.summary.set(this.state.isEnded() && kept ? kept : this.state.summary());
    this.ends.set(true);
  }

  /** The lesson was held: what came of it is kept, and told where that is wished. */
  protected end(tells: boolean): void {
    const summary = this.summary();
    this.keeper.change(
      (lesson) => ({
        ...lesson,
        state: 'held',
        notes: {
          ...this.keeper.notes(),
          agenda: this.state.agenda(),
          summary,
          endedAt: this.keeper.notes().endedAt ?? new Date().toISOString(),
          pausedAt: null,
        },
      }),
      tells,
    );
    this.ends.set(false);
  }

  protected press(event: KeyboardEvent): void {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey || this.ends()) return;
    // What listens has the keys for itself.
    if (this.hear.isListening()) return;
    const run = this.runFor(event.key.toLowerCase());
    if (!run || (event.key === ' ' && event.target instanceof HTMLButtonElement)) return;
    event.preventDefault();
    run();
  }

  private runFor(key: string): (() => void) | undefined {
    const keys: Readonly<Record<string, () => void>> = {
      c: () => this.hear.mark('clean'),
      s: () => this.hear.mark('stumbled'),
      x: () => this.hear.mark('stopped'),
      z: () => this.hear.takeBack(),
      ' ': () => this.hear.toggle(),
      arrowup: () => this.hear.rung(1),
      arrowdown: () => this.hear.rung(-1),
      n: () => this.next(),
      e: () => this.askEnd(),
    };
    if (this.hear.asksBar()) {
      if (/^\d$/.test(key)) return () => this.hear.type(key);
      if (key === 'enter') return () => this.hear.enter();
      if (key === 'escape') return () => this.hear.noBar();
    }
    return keys[key];
  }
}
