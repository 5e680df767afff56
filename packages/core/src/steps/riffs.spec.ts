import { readChart } from '../chart';
import { makePlan, SCHOOLS, USUAL_TEACHING } from '../plan';
import { USUAL_STUDENT } from '../player';
import { kindOf, makeSteps, passOf, workpieceOf, type Step, type StepWishes } from '.';

const FRAME = 'tempo: 92\nmeter: 4/4\ncapo: 0\n';
const work = (text: string) => workpieceOf(readChart(FRAME + text).song);
const steps = (text: string, wishes: StepWishes = {}) => makeSteps(work(text), wishes);
const of = (all: readonly Step[], kind: Step['kind']) => all.filter((one) => one.kind === kind);
const one = (all: readonly Step[], id: string): Step => {
  const found = all.find((step) => step.id === id);
  if (!found) throw new Error(`no step ${id} among ${all.map((step) => step.id).join(', ')}`);
  return found;
};
/** The notes of a step, as string/fret. */
const notesOf = (text: string, id: string) => {
  const made = work(text);
  return passOf(one(makeSteps(made), id), made)
    .stretch.bars.map(({ bar }) =>
      (bar.riff?.notes ?? []).map((note) => `${note.string}/${note.fret}`).join(' '),
    )
    .join(' | ');
};

const SOLO =
  'riff solo 4/4: 3: 2 4 2: 3 5 | 3: 7 5 4 . , | 2: 5 3 1: 2 5 | 3: 2 . . . , | 3: 2 4 2: 3 5 | 3: 7 5 4 . , | 2: 5 3 1: 2 5 | 1: 7 . . .\n' +
  '[Solo] riff solo\n| G | D | Em | C |\n| G | D | Em | C |';

describe('the steps of a riff', () => {
  it('are its phrases that have something new, then all of it, then its section', () => {
    const all = steps(SOLO);
    expect(of(all, 'phrase').map((step) => step.title)).toEqual([
      'solo, phrase 1',
      'solo, phrase 2',
      'solo, phrase 4',
      'solo: from phrase to phrase',
    ]);
    const whole = one(all, 'riff:solo');
    expect(whole.needs).toContain('phrase:solo:joins');
    const section = all.find((step) => step.kind === 'section' && step.layer === 'full');
    expect(section?.needs).toContain('riff:solo');
    const bare = all.find((step) => step.kind === 'section' && step.layer === 'bare');
    expect(bare?.needs).not.toContain('riff:solo');
  });

  it('practise the notes of their phrase and no others', () => {
    expect(notesOf(SOLO, 'phrase:solo:1')).toBe('3/2 3/4 2/3 2/5 | 3/7 3/5 3/4');
    expect(notesOf(SOLO, 'phrase:solo:4')).toBe('2/5 2/3 1/2 1/5 | 1/7');
    expect(notesOf(SOLO, 'riff:solo').split(' | ').length).toBe(8);
  });

  it('say what is the same in a phrase, and how little of the riff is new', () => {
    const all = steps(SOLO);
    expect(one(all, 'phrase:solo:4').why).toContain('Phrase 4 is phrase 2: the same up to bar 2');
    expect(one(all, 'riff:solo').why).toMatch(/^\d+ of its 24 notes are to be learnt/);
  });

  it('take a hand for as fast as it has shown since it was measured', () => {
    const text =
      'riff run 4/4: 1: 0 3 5 3 0 3 5 3 | 1: 5 3 0 3 5 3 0 .\n[A] riff run in 1-2\n| G | D |';
    const limit = (student: object) =>
      one(
        makeSteps(
          workpieceOf(readChart(FRAME + text).song, { student: { ...USUAL_STUDENT, ...student } }),
        ),
        'riff:run',
      ).limit?.limitBpm;
    expect(limit({})).toBe(limit({ strokesPerSecond: 3 }));
    expect(limit({ strokesPerSecond: 1 })).toBe(30);
    expect(limit({ strokesPerSecond: 1, strokesAtLeast: 2 })).toBe(60);
    expect(limit({ strokesAtLeast: 2 })).toBe(limit({}));
  });

  it('begin at what both hands allow, and end at the goal', () => {
    const text =
      'riff leap 4/4: 2: 3 10 3 10 3 10 3 10 3 10 3 10 3 10 3 10\n[A] riff leap in 1\n| G | D |';
    const whole = one(steps(text), 'riff:leap');
    expect(whole.limit?.limitBpm).toBeLessThan(92);
    expect(whole.rungs[0]).toBeLessThanOrEqual(0.9 * (whole.limit?.limitBpm ?? 0));
    expect(whole.rungs.at(-1)).toBe(92 as never);
    expect(whole.why).toMatch(/^The (shift|pluck)/);
  });

  it('begin by ear where that is wished', () => {
    const all = steps(SOLO, { byEar: true });
    expect(one(all, 'ear:solo').needs).toEqual(['ready', 'listen']);
    expect(one(all, 'phrase:solo:1').needs).toContain('ear:solo');
    expect(of(steps(SOLO), 'ear')).toEqual([]);
  });

  it('begin with the thumb alone where thumb and fingers differ', () => {
    const text =
      "riff arr 4/4: 6:3'p+1:0'a 3:0'i 4:0'p 2:0'm | 6:3'p 3:0'i 4:0'p 1:3'a\n[A] riff arr\n| G | G |";
    const all = steps(text);
    expect(notesOf(text, 'phrase:arr:thumb')).toBe('6/3 4/0 | 6/3 4/0');
    expect(one(all, 'riff:arr').needs).toContain('phrase:arr:thumb');
  });

  it('of another guitar part are good to have, and are nobody’s where this part is said', () => {
    const text = 'riff lick 4/4: 3: 2 4 5 7\n[A] riff lick as lead in 1\n| G | D |';
    expect(one(steps(text), 'riff:lick').isOptional).toBeTrue();
    expect(of(steps(`part: rhythm\n${text}`), 'riff')).toEqual([]);
    expect(one(steps(`part: lead\n${text}`), 'riff:lick').isOptional).toBeUndefined();
  });

  it('that sound in the ornaments alone come only where these are the goal', () => {
    const text = 'riff walk 4/4: - - 6: 0 2\n[A] riff walk for ornaments in 1\n| G | C |';
    expect(of(steps(text), 'riff')).toEqual([]);
    expect(of(steps(text, { goal: 'ornaments' }), 'riff').length).toBe(1);
  });

  it('stand after what they need in every school, and are played as written', () => {
    for (const school of SCHOOLS) {
      const teaching = { ...USUAL_TEACHING, school };
      const plan = makePlan(readChart(FRAME + SOLO).song, { teaching, student: USUAL_STUDENT });
      const placeOf = new Map(plan.steps.map((step, place) => [step.id, place]));
      plan.steps.forEach((step, place) => {
        for (const need of step.needs) expect(placeOf.get(need) ?? -1).toBeLessThan(place);
      });
      for (const step of plan.steps) {
        const { stretch } = passOf(step, plan.work);
        if (kindOf(step).scene === 'riff') expect(stretch.beats).toBeGreaterThan(0);
      }
    }
  });

  it('are there for a song of single notes alone', () => {
    const all = steps('riff line 4/4: 6: 0 3 5 0 | 3 5 3 0\n[A] riff line\n| N.C. | N.C. |');
    expect(all.map((step) => step.kind)).toEqual([
      ...(['ready', 'listen', 'riff', 'section', 'whole', 'recording', 'perform'] as const),
    ]);
  });
});

describe('optional chords in the steps', () => {
  const text = 'grip C/B: x20010\n[A]\n| C . . (C/B) | Am . G . |';
  const grips = (goal: 'full' | 'ornaments') =>
    of(steps(text, { goal }), 'grip').flatMap((step) => step.atoms);

  it('ask for their grips only where ornaments are the goal', () => {
    expect(grips('full')).not.toContain('C/B');
    expect(grips('ornaments')).toContain('C/B');
  });
});

describe('the thumb of a picked pattern', () => {
  it('is learnt alone before thumb and fingers together', () => {
    const all = steps('pattern roll 4/4: 5p 3i 2m 1a 5p 3i 2m 1a\n[A] pattern roll\n| Am | C |');
    expect(one(all, 'hand:roll').needs).toContain('hand:roll:thumb');
    expect(one(all, 'hand:roll:thumb').title).toBe('Pattern roll: the thumb alone');
  });

  it('is no step where one finger plucks all', () => {
    const all = steps('pattern low 4/4: 5p 4p 5p 4p 5p 4p 5p 4p\n[A] pattern low\n| Am | C |');
    expect(of(all, 'hand').map((step) => step.id)).toEqual(['hand:low']);
  });
});
