import { USUAL_CONVENTIONS } from '../conventions';
import { readChart, writeChart } from '../chart';
import { withCommand } from '../edits';
import type { SongDocument } from '../song';
import { makePlan, SCHOOLS, USUAL_TEACHING, type PlanChange } from '../plan';
import { USUAL_STUDENT, type Student } from '../player';
import { CALIBRATION, CAPO_2, CLEAN, FRAME } from '../testing/calibration';
import { CHECKS, findingsOf, stepFindings, type CheckCode, type Finding } from './index';

/** One song and its steps: what is done to them by hand, or known of the student, triggers a check and only that. */
const STEPS_SONG = `${FRAME}[A]\n| G | D |\n[B]\n| Em | C |`;
const ownStep = {
  kind: 'own',
  step: 'own:1',
  title: 'Clap it',
  minutes: 3,
  after: 'listen',
} as const;
const STEP_CALIBRATION: readonly (readonly [
  CheckCode,
  string,
  readonly PlanChange[],
  Partial<Student>,
])[] = [
  [
    'frame-late',
    'a grip before the guitar is ready',
    [{ kind: 'move', step: 'grip:G', after: null, school: 'whole-first' }],
    {},
  ],
  ['frame-late', 'getting ready left out', [{ kind: 'drop', step: 'ready' }], {}],
  [
    'step-order',
    'the whole song before its sections',
    [{ kind: 'move', step: 'whole:bare', after: 'ready', school: 'whole-first' }],
    {},
  ],
  ['step-order', 'a grip left out', [{ kind: 'drop', step: 'grip:G' }], {}],
  ['step-order', 'a step without a goal', [{ ...ownStep, goal: '', goalBpm: 60 }], {}],
  ['step-order', 'a step without goal or tempo', [{ ...ownStep, goal: ' ' }], {}],
  [
    'step-order',
    'something optional that is waited for',
    [{ kind: 'optional', step: 'grip:G' }],
    {},
  ],
  [
    'step-rate',
    'a change slower than half the goal needs',
    [],
    { changes: [{ from: 'G', to: 'D', seconds: 2 }], paceFactor: 1 },
  ],
  ['step-rate', 'a hand slower than half the goal needs', [], { strokesPerSecond: 1.2 }],
];

/** Faults of the text that are told by the checks too. */
const CHART_CODES = ['bar-fill', 'bar-ledger', 'repeat-scope', 'map-cover', 'riff-count'];

const songOf = (chart: string): SongDocument => {
  const { song, faults } = readChart(chart);
  expect(faults.filter(({ code }) => !CHART_CODES.includes(code))).toEqual([]);
  return song;
};
const codes = (findings: readonly Finding[]) => findings.map((one) => one.code);

describe('what Harvu has nothing to say about', () => {
  const ordinary: readonly (readonly [what: string, pattern: string])[] = [
    ['a pattern with one slot a beat', 'plain 4/4: D D D D'],
    ['downs alone in eighths', 'drive 4/4: D D D D D D D D'],
    [
      'a pattern made from its own telling',
      'chuck 4/4: D - Dm - D U Dm - told "down chuck down-up chuck"',
    ],
    ['a slap on two and four', 'slap 4/4: D - x - D U x - told "down slap down-up slap"'],
    ['a swing that misses', 'air 4/4: D - D U - U D U told "down miss down up miss up down up"'],
  ];
  ordinary.forEach(([what, pattern]) => {
    it(`is ${what}`, () => {
      const [name = ''] = pattern.split(' ');
      const { song } = readChart(`${FRAME}pattern ${pattern}\n[A] pattern ${name}\n| G | D |`);
      expect(findingsOf(song, USUAL_CONVENTIONS).map(({ code }) => code)).toEqual([]);
    });
  });
});

describe('what Harvu notices', () => {
  CALIBRATION.forEach(([code, what, chart]) => {
    it(`is ${code}, and only that, for ${what}`, () => {
      const findings = findingsOf(songOf(chart));
      expect(codes(findings)).toEqual([code]);
      expect(findings[0]?.severity).toBe(CHECKS[code]);
    });
  });

  STEP_CALIBRATION.forEach(([code, what, changes, student]) => {
    it(`is ${code}, and only that, for ${what}`, () => {
      const plan = makePlan(songOf(STEPS_SONG), {
        teaching: { ...USUAL_TEACHING, changes },
        student: { ...USUAL_STUDENT, ...student },
      });
      const findings = stepFindings(plan);
      expect([...new Set(codes(findings))]).toEqual([code]);
      expect(findings[0]?.severity).toBe(CHECKS[code]);
    });
  });

  it('shows chords with their signs where a step is faster than was shown', () => {
    const changes = [{ from: 'F#m', to: 'Bb', seconds: 3 }];
    const plan = makePlan(songOf(`${FRAME}[A]\n| F#m | Bb |`), {
      student: { ...USUAL_STUDENT, changes, paceFactor: 1 },
    });
    expect(stepFindings(plan)[0]?.message).toContain('F♯m → B♭ in 3.00 s');
  });

  it('is nothing in the steps of any school, nor of a step that says when it is done', () => {
    for (const school of SCHOOLS) {
      const changes = [{ ...ownStep, goal: 'twice' }];
      const teaching = { ...USUAL_TEACHING, school, changes };
      expect(codes(stepFindings(makePlan(songOf(STEPS_SONG), { teaching })))).toEqual([]);
    }
  });

  it('has a calibration song for every check', () => {
    const tried = [...CALIBRATION, ...STEP_CALIBRATION].map(([code]) => code);
    expect(Object.keys(CHECKS).filter((code) => !tried.includes(code as CheckCode))).toEqual([]);
  });

  CLEAN.forEach(([what, chart]) => {
    it(`is nothing in ${what}`, () => {
      expect(findingsOf(songOf(chart)).map((one) => one.message)).toEqual([]);
    });
  });

  it('draws two tellings of a pattern below each other, and takes either', () => {
    const chart = `${FRAME}pattern two 4/4: D U D U D - D U told "down down up"\n[A] pattern two\n| G | D |`;
    const song = songOf(chart);
    const [finding] = findingsOf(song);
    expect(finding?.patterns.map((one) => one.label)).toEqual(['As told', 'As written']);
    expect(finding?.remedies.map((one) => one.label)).toEqual(['What is written', 'What is told']);
    for (const remedy of finding?.remedies ?? [])
      expect(findingsOf(remedy.commands.reduce(withCommand, song))).toEqual([]);
  });

  it('says where it is and what to do in a sentence with signs', () => {
    const [finding] = findingsOf(songOf(`${FRAME}grip F#m: 244223\n[A]\n| F#m | A |`));
    expect(finding?.at).toBe('F#m');
    expect(finding?.message).toContain('F♯m');
    expect(finding?.message).not.toContain('#');
  });

  it('is a full barre held for long, with an easier grip beside it, but not one held for a bar', () => {
    const held = (bars: string) => findingsOf(songOf(`${FRAME}grip F: 133211\n[A]\n${bars}`));
    const [long] = held('| F | F | F | F | C |');
    expect([long?.code, long?.message]).toEqual([
      'grip-reach',
      'The barre of F is held for 10 s on end, which tires the hand.',
    ]);
    expect(long?.remedies[0]?.label).toMatch(/^Easier: /);
    expect(held('| F | C | F | C |')).toEqual([]);
  });

  it('has remedies that settle it', () => {
    for (const [code, , chart] of CALIBRATION) {
      const song = songOf(chart);
      const remedy = findingsOf(song)[0]?.remedies[0];
      if (!remedy) continue;
      const mended = remedy.commands.reduce((now, command) => withCommand(now, command), song);
      if (code === 'frame-missing') continue;
      expect(codes(findingsOf(mended)))
        .withContext(`${code}: ${writeChart(mended)}`)
        .not.toContain(code);
    }
  });

  it('has a key that stays while its cause stays, and changes with it', () => {
    const keyOf = (grip: string) =>
      findingsOf(songOf(`${FRAME}grip D: ${grip}\n[A]\n| D | G |`))[0]?.key;
    expect(keyOf('xx0242')).toBe(keyOf('xx0242'));
    expect(keyOf('xx0242')).not.toBe(keyOf('xx0231'));
  });

  it('has a key that outlasts new words and new names of sections', () => {
    for (const [, what, chart] of CALIBRATION) {
      const song = songOf(chart);
      const renamed = song.sections.reduce(
        (now, { id, name }) =>
          withCommand(now, { kind: 'rename-section', section: id, name: `${name} anew` }),
        song,
      );
      const found = findingsOf(song);
      const isOfNames = found.some((one) => one.key.includes('unwritten'));
      if (isOfNames) continue;
      expect(findingsOf(renamed).map((one) => one.key))
        .withContext(what)
        .toEqual(found.map((one) => one.key));
      for (const { key, message } of found) expect(key).not.toContain(message);
    }
  });

  it('is said in the reader’s words, and is the same finding all the same', () => {
    const song = songOf(`${FRAME}grip D: xx0242\n[A]\n| D | G |`);
    const letters = { ...USUAL_CONVENTIONS, strings: 'letters' as const };
    const [plain, said] = [findingsOf(song)[0], findingsOf(song, letters)[0]];
    expect(said?.message).toContain('the B string is fret 4 and should be fret 3');
    expect(said?.key).toBe(plain?.key ?? '');
  });

  it('counts a transposed section whose grips nobody chose', () => {
    const chart = `${FRAME}map: A, A +2\ngrip G: 320003\ngrip D: xx0232\n[A]\n| G | D |`;
    const findings = findingsOf(songOf(chart));
    expect(codes(findings)).toEqual(['inventory']);
    expect(findings[0]?.message).toContain('A, E have no grip of yours');
  });

  it('tells the capo late when frets were read before it', () => {
    const { faults } = readChart('tempo: 92\ngrip G: 320003\ncapo: 2\n[A]\n| G |');
    expect(faults.map(({ code, line }) => [code, line] as const)).toEqual([['frame-late', 3]]);
    expect(readChart('[A]\n| G |\ntuning: D A D G B E').faults.map((one) => one.code)).toEqual([
      'frame-late',
    ]);
  });
});

describe('a capo that is moved', () => {
  const { song } = readChart(`${CAPO_2}key: E\ngrip D: xx0232\n[A]\n| D | G . A . |`);
  const rowOf = (moved: SongDocument) =>
    moved.sections[0]?.bars.flatMap((bar) => bar.chords.map((mark) => mark.name));

  it('keeps the shapes, and the key follows what sounds', () => {
    const moved = withCommand(song, { kind: 'move-capo', capo: 4, keeps: 'shapes' });
    expect([moved.frame.capo, moved.frame.key, rowOf(moved)]).toEqual([4, 'F#', ['D', 'G', 'A']]);
    expect(moved.grips).toEqual(song.grips);
  });

  it('keeps the sound, and the shapes change', () => {
    const moved = withCommand(song, { kind: 'move-capo', capo: 0, keeps: 'sounds' });
    expect([moved.frame.capo, moved.frame.key, rowOf(moved)]).toEqual([0, 'E', ['E', 'A', 'B']]);
    expect(moved.grips).toEqual([]);
  });
});
