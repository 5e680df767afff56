import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Plan, SaveTeaching } from '@harvu/contract';
import { makePlan, milestonesOf, USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import { readChart } from '@harvu/core/chart';
import { of } from 'rxjs';
import { answeredAtOnce } from '../../testing/answers';
import { Analysis } from '../../worked-out';
import { setUpPage, ShownPart } from '../../testing/page';
import { document, full, known, people, PLAN, song, summary, VERSE } from '../../testing/steps';
import { AssignPanel } from './parts/assign-panel';
import { ComparePlans } from './parts/compare-plans';
import { LessonSlice } from './parts/lesson-slice';
import { OwnStepForm } from './parts/own-step-form';
import { PlanNotes } from './parts/plan-notes';
import { StageList } from './parts/stage-list';
import { StepList } from './parts/step-list';
import { StepPanel } from './parts/step-panel';
import { WayBox } from './parts/way-box';
import { durationWords } from '../../ui/duration';

import { StepsState } from './steps.state';
import { TeachingKeeper } from './teaching.keeper';

let http: HttpTestingController;
let state: StepsState;

/** Opens the steps, for the studio or a student, who may have a plan. */
function open(student?: 'o', plan?: Partial<Plan>): void {
  state.open(of({ songId: 's', studentId: student }));
  TestBed.tick();
  http.expectOne('/api/songs/s').flush(song);
  http.expectOne('/api/songs/s/teaching').flush({ version: 0, teaching: USUAL_TEACHING });
  http.expectOne('/api/plans').flush(plan ? [{ ...summary, ...plan }] : []);
  http.expectOne('/api/people').flush(people);
  http.expectOne('/api/constants').flush({ version: 0, values: {} });
  if (student) http.expectOne('/api/students/o').flush(known);
  if (plan && student) http.expectOne('/api/plans/p').flush({ ...summary, ...PLAN, ...plan });
  TestBed.tick();
}
/** The list with all its steps; a long one comes in turns. */
async function wholeList(): Promise<ShownPart<StepList>> {
  const list = await ShownPart.of(StepList);
  const count = state.planned()?.steps.length ?? 0;
  for (let turn = 0; turn < 50 && list.all('li').length < count; turn += 1) {
    await new Promise((go) => setTimeout(go, 16));
    await list.settle();
  }
  return list;
}

/** The way that was sent to be kept with the song. */
function sent(): SaveTeaching {
  const request = http.expectOne({ method: 'PUT', url: '/api/songs/s/teaching' });
  const save = request.request.body as SaveTeaching;
  request.flush({ version: save.baseVersion + 1, teaching: save.teaching });
  TestBed.tick();
  return save;
}

describe('the steps of a song', () => {
  beforeEach(() => {
    http = setUpPage([
      StepsState,
      TeachingKeeper,
      { provide: Analysis, useValue: answeredAtOnce() },
    ]);
    state = TestBed.inject(StepsState);
  });
  afterEach(() => http.verify());

  it('stand in the order of the school, under the headings of its stages', async () => {
    open();
    const list = await wholeList();
    const headings = list.all('h2').map((one) => one.textContent.trim());
    expect(headings.length).toBeGreaterThanOrEqual(3);
    expect(headings.length).toBeLessThanOrEqual(7);
    expect(headings[0]).toMatch(/^1 · The grips /);
    expect(headings).toContain(
      jasmine.stringMatching(/^\d · The whole song, one strum a chord, at \d+$/) as never,
    );
    expect(list.all('li').length).toBe(state.planned()?.steps.length ?? 0);
    expect(list.text).toContain('whole song soon');
  });

  it('are judged by stages: one lies open, with its grips drawn', async () => {
    open();
    const list = await ShownPart.of(StageList);
    const stages = list.all('ol > li');
    expect(stages.length).toBe(state.planned()?.stages.length ?? 0);
    const isOpen = () =>
      list.all('[aria-expanded]').map((one) => one.getAttribute('aria-expanded') === 'true');
    expect(isOpen().filter(Boolean).length).toBe(1);
    expect(isOpen()[0]).toBeTrue();
    expect(list.all('harvu-grip').length).toBeGreaterThan(0);
    list.all('[aria-expanded]')[1]?.click();
    await list.settle();
    expect(isOpen().indexOf(true)).toBe(1);
    // What is chosen in it is looked at, and nothing else lies open for it.
    list.all('ol > li:nth-child(2) ul button')[0]?.click();
    await list.settle();
    expect([isOpen().indexOf(true), state.chosen()?.id]).toEqual([
      ...[1, state.planned()?.stages[1]?.steps[0]],
    ]);
    expect(list.text).toMatch(/\d+ → \d+ bpm/);
  });

  it('are taught by the slice that fits until the next lesson', async () => {
    open('o', {});
    const slice = await ShownPart.of(LessonSlice);
    expect(slice.text).toMatch(/^Until \w+day \d+ \w+: 1 h 45 of practice\./);
    const minutes = slice
      .all('ol li button > span:last-child')
      .map((one) => Number.parseInt(one.textContent, 10));
    expect(minutes.length).toBeGreaterThan(2);
    expect(minutes.reduce((sum, one) => sum + one, 0)).toBeLessThanOrEqual(105 + minutes.length);
  });

  it('are placed where a teacher heard them clean, in the teacher’s name', async () => {
    open('o', {});
    state.choose(full);
    const panel = await ShownPart.of(StepPanel);
    const tempo = panel.one<HTMLSelectElement>('select[name=bpm]');
    expect(tempo.value).toBe('92');
    await panel.press('Place it there');
    const sending = http.expectOne('/api/plans/p/events');
    const [heard] = (sending.request.body as { readonly events: readonly unknown[] }).events;
    expect(heard).toEqual(
      jasmine.objectContaining({ kind: 'try', stepId: full, bpm: 92, clean: true, passes: 3 }),
    );
    const problem = { status: 403, code: 'withdrawn', title: 'Taken back.', remedy: '' };
    sending.flush({ refused: [{ id: 'a', problem }] });
    expect(state.problem()?.title).toBe('Taken back.');
  });

  it('change with the school, are kept, and come back by undo', async () => {
    open();
    const box = await ShownPart.of(WayBox);
    box.all<HTMLInputElement>('input[type=radio]')[2]?.click();
    TestBed.tick();
    expect(sent().teaching.school).toBe('grips-first');
    expect(state.planned()?.steps[2]?.kind).toBe('grip');
    expect(state.planned()?.steps[3]?.kind).toBe('grip');
    state.undo();
    expect(sent()).toEqual({ baseVersion: 1, teaching: USUAL_TEACHING });
    expect(state.canUndo()).toBeFalse();
  });

  it('are moved by Alt and an arrow: after the step that then stands above', async () => {
    open();
    const list = await ShownPart.of(StepList);
    const button = list.all('li button')[3];
    const [, second, third, fourth] = state.planned()?.steps ?? [];
    button?.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'ArrowUp', altKey: true, bubbles: true }),
    );
    const move = { kind: 'move', step: fourth?.id, after: second?.id, school: 'whole-first' };
    expect(sent().teaching.changes).toEqual([move as never]);
    expect(
      state
        .planned()
        ?.steps.slice(1, 4)
        .map((step) => step.id),
    ).toEqual([second, fourth, third].map((step) => step?.id ?? ''));
  });

  it('say why a step starts where it does, what would raise it, and take an easier grip', async () => {
    open();
    state.choose(full);
    const panel = await ShownPart.of(StepPanel);
    expect(panel.text).toMatch(
      /Why start at \d+\. .* takes about 0\.\d\d s; half a beat for it allows \d+ bpm/,
    );
    expect(panel.text).toContain('What would raise it');
    expect(panel.text).toContain('open strings');
    await panel.press('Take it');
    const [change] = sent().teaching.changes;
    expect(change?.kind).toBe('grip');
    expect(state.request()?.song.grips[0]?.name).toBe('G');
  });

  it('are split, skipped, noted and made optional from the panel, and a section is left out', async () => {
    open();
    state.choose(full);
    const panel = await ShownPart.of(StepPanel);
    await panel.press('Split');
    expect(sent().teaching.changes).toEqual([{ kind: 'split', step: full, afterBar: 2 }]);
    panel.one<HTMLInputElement>('input.field').value = 'Slowly.';
    await panel.press('Keep');
    expect(sent().teaching.changes.at(-1)).toEqual({ kind: 'note', step: full, words: 'Slowly.' });
    await panel.press('Skip this step');
    // The step alone: the bare step of the same section still teaches it.
    expect(sent().teaching.changes.at(-1)).toEqual({ kind: 'drop', step: full });
    const bare = `section:${VERSE}:bare`;
    expect(state.planned()?.steps.map((one) => one.id)).toContain(bare);
    state.choose(bare);
    await panel.settle();
    // By its name, and by what stands under that heading: another section that sounds like it stays.
    await panel.press('Leave Verse out');
    expect(sent().teaching.changes.at(-1)).toEqual({
      kind: 'leave-out',
      part: VERSE,
      section: VERSE,
    });
    expect(state.planned()?.steps.filter((one) => one.atoms.includes(VERSE)).length).toBe(0);
    state.choose('grip:C');
    await panel.settle();
    await panel.press('Make it optional');
    expect(sent().teaching.changes.at(-1)).toEqual({ kind: 'optional', step: 'grip:C' });
  });

  it('are skipped by the key as by the button, a step of one’s own for good', async () => {
    open();
    const list = await wholeList();
    const press = (title: string): void => {
      const name = list.all('li b').find((one) => one.textContent === title);
      const key = new KeyboardEvent('keydown', { key: 'Delete', bubbles: true });
      name?.closest('button')?.dispatchEvent(key);
    };
    press('Verse');
    const skipped = sent().teaching.changes;
    expect(skipped.map((one) => one.kind)).toEqual(['drop']);
    const own = { kind: 'own', step: 'own:1', title: 'Clap', goal: 'x', minutes: 1 } as const;
    state.add({ ...own, after: 'listen' });
    sent();
    await list.settle();
    press('Clap');
    expect(sent().teaching.changes).toEqual(skipped);
    press('Grip G');
    expect(sent().teaching.changes.at(-1)).toEqual({ kind: 'drop', step: 'grip:G' });
  });

  it('take a step of the teacher’s own, checked before it is put', async () => {
    open();
    state.choose('listen');
    const form = await ShownPart.of(OwnStepForm);
    await form.press('Add a step of your own');
    await form.press('Put it after');
    expect(form.text).toContain('What to do must be filled in');
    const [title, goal] = form.all<HTMLInputElement>('input');
    for (const [field, words] of [
      [title, 'Clap it'],
      [goal, 'twice'],
    ] as const) {
      if (!field) continue;
      field.value = words;
      field.dispatchEvent(new Event('input'));
    }
    await form.press('Put it after');
    const [own] = sent().teaching.changes;
    expect(own).toEqual(
      jasmine.objectContaining({
        kind: 'own',
        title: 'Clap it',
        goal: 'twice',
        minutes: 5,
        after: 'listen',
      }),
    );
    expect(state.planned()?.steps[2]?.title).toBe('Clap it');
  });

  it('for a student: what they own is skipped, what is known is told, and nothing is kept before it is given', async () => {
    open('o');
    const notes = await ShownPart.of(PlanNotes);
    expect(notes.text).toContain('Skipped: 1 grip');
    expect(notes.text).toContain('1 change as they have shown; 4.0 strokes a second');
    expect(notes.text).toContain('sore wrist: spare the hand.');
    // Nothing harder than what is there is ever offered to a sore hand.
    expect(notes.text).not.toContain('x35050');
    await notes.press('Bring back');
    expect(state.teaching().changes).toEqual([{ kind: 'bring-back', step: 'grip:D' }]);
    http.expectNone({ method: 'PUT' });
    state.assign(['o']);
    const given = http.expectOne('/api/songs/s/assign').request.body as {
      readonly teaching: Teaching;
    };
    expect(given.teaching.changes.length).toBe(1);
  });

  it('for a student whose body asks for it: take all easier grips at once, and give them back at once', async () => {
    open('o');
    const notes = await ShownPart.of(PlanNotes);
    await notes.press('Take them');
    const easier = state.teaching().changes.map((one) => one.kind === 'grip' && one.name);
    expect(easier).toContain('G');
    expect(easier).not.toContain(false);
    state.undo();
    expect(state.teaching().changes).toEqual([]);
  });

  it('for a plan: stand on its own figures, and are kept with it', () => {
    open('o', { revision: 2 });
    expect(state.planned()?.skipped).toEqual([]);
    state.change((now) => ({ ...now, goal: 'bare' }));
    const put = http.expectOne({ method: 'PUT', url: '/api/plans/p' }).request.body as object;
    expect(put).toEqual({
      baseVersion: 1,
      teaching: { ...USUAL_TEACHING, goal: 'bare' },
      takeFigures: false,
    });
    http.expectOne('/api/songs/s/revisions/2').flush({ number: 2, document });
  });

  it('say whether a wished day is in time, and offer the smaller way that is', async () => {
    open();
    const notes = await ShownPart.of(PlanNotes);
    state.change((now) => ({ ...now, wantedOn: '2020-01-01' }));
    sent();
    await notes.settle();
    expect(notes.text).toContain('1 Jan 2020 is missed.');
    expect(notes.text).toContain('No day of practice is left.');
    state.change((now) => ({ ...now, wantedOn: '2099-01-01' }));
    sent();
    await notes.settle();
    expect(notes.text).toContain('1 Jan 2099 fits.');
  });

  it('tell what cannot be followed under another school, and forget it', async () => {
    open();
    const notes = await ShownPart.of(PlanNotes);
    state.add({ kind: 'move', step: full, after: 'ready', school: 'hand-first' });
    sent();
    await notes.settle();
    expect(notes.text).toContain('Verse moved: In this order it would come before what it needs.');
    await notes.press('Forget it');
    expect(sent().teaching.changes).toEqual([]);
  });

  it('tell when somebody else changed them in between', () => {
    open();
    state.change((now) => ({ ...now, sings: true }));
    const problem = {
      status: 409,
      code: 'conflict',
      title: 'Somebody else did.',
      remedy: 'Reload.',
    };
    http.expectOne({ method: 'PUT' }).flush(problem, { status: 409, statusText: 'Conflict' });
    expect(state.problem()?.title).toBe('Somebody else did.');
  });

  it('are compared with another school’s, milestone by milestone', async () => {
    open();
    const table = await ShownPart.of(ComparePlans);
    const cells = table
      .all('tbody tr')
      .map((row) => [...row.querySelectorAll('td b')].map((one) => one.textContent));
    const made = (school: 'whole-first' | 'as-they-come') =>
      milestonesOf(makePlan(document, { teaching: { ...USUAL_TEACHING, school } }).steps, 'full');
    const words = (minutes: number | null): string =>
      minutes === null ? '–' : durationWords(minutes);
    expect(cells[1]).toEqual([
      words(made('whole-first').wholeBare),
      words(made('as-they-come').wholeBare),
    ]);
    expect(cells[2]).toEqual([words(made('whole-first').whole), words(made('as-they-come').whole)]);
  });
});

describe('who learns a song', () => {
  beforeEach(() => {
    http = setUpPage([
      StepsState,
      TeachingKeeper,
      { provide: Analysis, useValue: answeredAtOnce() },
    ]);
    state = TestBed.inject(StepsState);
  });

  it('is asked, when the song has changed, with what is new; and what was done stays', async () => {
    open(undefined, { revision: 2 });
    const older = readChart('tempo: 80\n[Verse]\n| G |').song;
    http.expectOne('/api/songs/s/revisions/2').flush({ number: 2, document: older });
    const panel = await ShownPart.of(AssignPanel);
    expect(panel.text).toContain('Whom should revision 3 reach?');
    expect(panel.text).toContain('The tempo was 80, now 92.');
    panel.one<HTMLInputElement>('input[type=checkbox]').click();
    await panel.settle();
    await panel.press('Assign to Odalys');
    expect(http.expectOne('/api/songs/s/assign').request.body).toEqual(
      jasmine.objectContaining({ revision: 3, studentIds: ['o'] }),
    );
  });

  it('can be changed: the song is taken back after one more question', async () => {
    open(undefined, {});
    const panel = await ShownPart.of(AssignPanel);
    expect(panel.text).toContain('has it');
    await panel.press('take back');
    http.expectNone({ method: 'POST' });
    await panel.press('Take it back');
    http.expectOne('/api/plans/p/withdraw').flush(null);
    http.expectOne('/api/plans').flush([{ ...summary, withdrawnAt: '2026-11-26T10:00:00.000Z' }]);
    await panel.settle();
    expect(panel.text).toContain('was taken back');
  });
});

describe('a duration', () => {
  it('is said as a person says it', () => {
    expect([0.4, 45, 60, 370].map(durationWords)).toEqual(['0 min', '45 min', '1 h', '6 h 10']);
  });
});
