import { USUAL_CONVENTIONS } from '../conventions';
import { readChart, writeChart } from '../chart';
import { withCommand } from '../edits';
import type { SongDocument } from '../song';
import { makePlan, SCHOOLS, USUAL_TEACHING, type PlanChange } from '../plan';
import { USUAL_STUDENT, type Student } from '../player';
import { CHECKS, findingsOf, stepFindings, type CheckCode, type Finding } from './index';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';
const CAPO_2 = FRAME.replace('capo: 0', 'capo: 2');

/** Calibration songs: each triggers its check, and only that. */
const CALIBRATION: readonly (readonly [CheckCode, string, string])[] = [
  [
    'frame-missing',
    'the feel and the hand left out',
    'tempo: 92\nmeter: 4/4\ntuning: E A D G B E\ncapo: 0\n[A]\n| G | D |',
  ],
  [
    'frame-missing',
    'a tempo that is more likely counted in dotted beats',
    `${FRAME.replace('4/4', '6/8').replace('92', '60')}[A]\n| G | D |`,
  ],
  [
    'grip-slip',
    'one of several that will do, a fret off',
    `${FRAME}grip C: x32010 or x42010\n[A]\n| C | G |`,
  ],
  [
    'pluck-muted',
    'a finger on a string that the grip mutes',
    `${FRAME}grip C7: x3231x\npattern roll 4/4: p 3i 2m 1a p 3i 2m 1a\n[A] pattern roll\n| C7 | G |`,
  ],
  [
    'pluck-muted',
    'a second thumb on a string that the grip mutes',
    `${FRAME}grip G: 3xx003\npattern roll 4/4: 6p 3i 2m 1a 4p 3i 2m 1a\n[A] pattern roll\n| G |`,
  ],
  ['grip-name', 'another chord altogether', `${FRAME}grip Am: 355433\n[A]\n| Am | G |`],
  ['grip-omits', 'a chord without its third', `${FRAME}grip G: 3x0033\n[A]\n| G | D |`],
  ['grip-colour', 'a plain name for a richer sound', `${FRAME}grip Am: x02010\n[A]\n| Am | G |`],
  ['grip-slip', 'a finger one fret off', `${FRAME}grip D: xx0242\n[A]\n| D | G |`],
  [
    'grip-conflict',
    'a finger on a muted string',
    `${FRAME}grip C: x32010 fingers 132.1.\n[A]\n| C | G |`,
  ],
  ['grip-strike', 'open strings below the chord', `${FRAME}grip D: 000232\n[A]\n| D | G |`],
  ['grip-origin', 'frets counted from the nut', `${CAPO_2}grip D: xx2454\n[A]\n| D | G |`],
  [
    'grip-twin',
    'two names for one grip',
    `${FRAME}grip Am7: x02010\ngrip C6/A: x02010\n[A]\n| Am7 | C6/A |`,
  ],
  [
    'grip-reach',
    'a stretch over comfortable',
    `${FRAME}grip C: x3555x fingers .1234.\n[A]\n| C | G |`,
  ],
  [
    'shape-claim',
    'a shape said to be moved two frets, moved three',
    `${FRAME}grip F: 133211\ngrip G: 355433 as F frets +3\n[A]\n| F | G |`,
  ],
  ['inventory', 'a grip that the chart never plays', `${FRAME}grip Em: 022000\n[A]\n| G | D |`],
  ['key-fit', 'a key that does not fit', `${FRAME}key: Eb\n[A]\n| G | C | D7 | G |`],
  [
    'pattern-fill',
    'five strokes in a bar of four',
    `${FRAME}pattern five 4/4: D U D U D\n[A] pattern five\n| G | D |`,
  ],
  [
    'pattern-fill',
    'a section played with a pattern nobody wrote',
    `${FRAME}[A] pattern gone for ornaments\n| G | D |`,
  ],
  [
    'pattern-hand',
    'an up on the beat',
    `${FRAME}pattern odd 4/4: D U U D D - D U\n[A] pattern odd\n| G | D |`,
  ],
  [
    'pattern-tellings',
    'words that say another pattern',
    `${FRAME}pattern two 4/4: D U D U D - D U told "down down up"\n[A] pattern two\n| G | D |`,
  ],
  [
    'change-slot',
    'three chords in a bar of eighths',
    `${FRAME}pattern eights 4/4: D U D U D U D U\n[A] pattern eights\n| G C D | G |`,
  ],
  ['bar-fill', 'a bar of three beats in four', `${FRAME}[A]\n| G . . | D |`],
  ['bar-ledger', 'four bars said, two written', `${FRAME}[A] bars 4\n| G | D |`],
  [
    'bar-ledger',
    'a bar without a number in a derived section',
    `${FRAME}[A]\n| G | D | C | G |\n[B = A]\n| C |`,
  ],
  ['repeat-scope', '"twice" behind a line', `${FRAME}[A]\n| G | D |\n| C | G | twice`],
  ['map-cover', 'a section on the map nobody wrote', `${FRAME}map: A, B\n[A]\n| G | D |`],
  [
    'map-cover',
    'a section that is never played',
    `${FRAME}map: A\n[A]\n| G | D |\n[B]\n| C | Em |`,
  ],
  ['map-cover', 'an ending that never comes', `${FRAME}[A]\n| G |\n1. | D |\n2. | C |`],
  ['same-claim', 'two sections that are one', `${FRAME}[A]\n| G | D | C |\n[B]\n| G | D | C |`],
  ['same-claim', 'one bar that differs', `${FRAME}[A]\n| G | D | C | G |\n[B]\n| G | D | Em | G |`],
  ['same-claim', 'the same two semitones up', `${FRAME}[A]\n| G | C |\n[B]\n| A | D |`],
  [
    'same-claim',
    'a derived section with nothing of its parent',
    `${FRAME}[A]\n| G | D | C | G |\n[B = A]\n1: | Em | Am | D | C |`,
  ],
  [
    'clock',
    'a bar the recording has and the chart lacks',
    `${FRAME}[A] at 0:00\n| G | D | G | D |\n[B = A] at 0:10.4\n[C = A] at 0:23.5\n[D = A] at 0:33.9`,
  ],
  [
    'clock',
    'marks at another tempo',
    `${FRAME}[A] at 0:00\n| G | D | G | D |\n[B = A] at 0:08\n[C = A] at 0:16\n[D = A] at 0:24`,
  ],
  ['clock', 'a mark before the one before it', `${FRAME}[A] at 0:09\n| G | D |\n[B = A] at 0:08`],
  [
    'riff-count',
    'a note beyond the neck',
    `${FRAME}riff hoist 4/4: 3: 2 4 29 5\n[A] riff hoist in 1\n| G | D |`,
  ],
  [
    'riff-count',
    'two notes on one string at once',
    `${FRAME}riff hoist 4/4: 3: 2 4 3:5+3:7 5\n[A] riff hoist in 1\n| G | D |`,
  ],
  ['riff-count', 'a riff nobody wrote', `${FRAME}[A] riff gone in 1\n| G | D |`],
  [
    'riff-same',
    'a riff said to sound like another, a fret off',
    `${FRAME}riff low 4/4: 2: 5 7 8 5\nriff high 4/4 same as low: 1: 0 2 4 0\n[A] riff low in 1 riff high in 2\n| G | D |`,
  ],
  [
    'riff-same',
    'a riff said to sound like one nobody wrote',
    `${FRAME}riff high 4/4 same as low: 1: 0 2 3 0\n[A] riff high in 2\n| G | D |`,
  ],
  [
    'riff-reach',
    'a shift of an octave on sixteenths',
    `${FRAME}riff leap 4/4: 1: 5 17 5 17 5 17 5 17 5 17 5 17 5 17 5 17\n[A] riff leap in 1\n| G | D |`,
  ],
  [
    'riff-reach',
    'two notes no hand holds together',
    `${FRAME}riff wide 4/4: 6:1+1:9 . . .\n[A] riff wide in 1\n| G | D |`,
  ],
  ['echo-time', 'an echo between note values', `${FRAME}sound: echo 300 ms\n[A]\n| G | D |`],
  ['doubt-open', 'a chord that needs listening', `${FRAME}[A]\n| G | D? |`],
  ['doubt-open', 'a grip that needs listening', `${FRAME}grip G: 320003 ?\n[A]\n| G | D |`],
  ['doubt-open', 'a count that needs listening', `${FRAME}[A] x2?\n| G | D |`],
  [
    'rights',
    'words that are no cue',
    `${FRAME}[A]\n| G | D |\n# the boats go down the river and the boats come up again while the lamps along the towpath burn and nobody knows`,
  ],
];

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

/** Songs of different kinds with nothing to find. */
const CLEAN: readonly (readonly [string, string])[] = [
  [
    'three open grips',
    `${FRAME}key: G\ngrip G: 320003\ngrip C: x32010\ngrip D: xx0232\n[A]\n| G | C | D | G |`,
  ],
  [
    'a capo',
    `${CAPO_2}key: E\ngrip D: xx0232\ngrip Bm7: x20202\n[A]\n| D | Bm7 | G | A |\n| D | A7 | D | D |`,
  ],
  ['power chords, named so', `${FRAME}grip E5: 022xxx\ngrip A5: x022xx\n[A]\n| E5 | A5 |`],
  [
    'thumb-bass slash chords',
    `${FRAME}grip D/F#: 200232\ngrip G: 320033\n[A]\n| G | D/F# | Em | G |`,
  ],
  ['sevenths without a fifth', `${FRAME}grip C7: x3231x\ngrip A7: x02020\n[A]\n| C7 | A7 |`],
  [
    'a barre and a shape moved along',
    `${FRAME}grip F: 133211\ngrip G: 355433 as F frets +2\n[A]\n| F | G |`,
  ],
  ['an open tuning', `${FRAME.replace('E A D G B E', 'D G D G B D')}grip G: 000000\n[A]\n| G |`],
  [
    'a free pattern',
    `${FRAME}pattern loose 4/4 free: D U U D D - D U\n[A] pattern loose\n| G | D |`,
  ],
  [
    'a pattern in six, and one that is picked',
    `${FRAME.replace('4/4', '6/8')}pattern six 6/8: D - U D - U\npattern roll 6/8: p i m a m i\n[A] pattern six\n| G | D |\n[B] pattern roll\n| G | D |`,
  ],
  [
    'layers with patterns of their own, and one in some bars',
    `${FRAME}pattern eights 4/4: D U D U D U D U\npattern fill 4/4: D U D U x x x x\n[A] pattern eights pattern fill in 2 pattern fill for ornaments\n| G | D | G |`,
  ],
  [
    'half-bar chords on their slots, told as it is written',
    `${FRAME}pattern eights 4/4: D U D U D - D U told "down-up down-up down down-up"\n[A] pattern eights\n| G D | C |`,
  ],
  [
    'sections derived, with other endings, marked where the recording has them',
    `${FRAME}map: A, B, A +2, C once\ngrip A: x02220\ngrip E: 022100\n[A] at 0:00 bars 4\n| G | D | G | D |\n[B = A] at 0:10.5\n4: | G! |\ncue 4 "the horns"\n[C] x2 cue "lamps"\n| Em | C |\n1. | D |\n2. | G |`,
  ],
  [
    'two guitar parts, one of them taught',
    `part: lead\n${FRAME}[A] part rhythm\n| G | D |\n[A] part lead\n| Em | C |`,
  ],
  [
    'a lick over strummed chords, and one said to sound like it elsewhere',
    `${FRAME}riff low 4/4: 2: 5 7 8 5\nriff high 4/4 same as low: 1: 0 2 3 0\n[A] riff low in 1 riff high in 2\n| G | D |`,
  ],
  [
    'an optional walk, optional chords, and an echo on a dotted eighth',
    `${FRAME}sound: echo 489 ms\nriff walk 4/4: 6: 3 . (5:0) (2)\n[A] riff walk for ornaments in 1\n| G . . (G/B) | C |`,
  ],
  [
    'octave slides with the time for them, harmonics, bends and dead notes',
    `${FRAME}riff tops 4/4: 1: 3 . /15 . | 3: 7b2r . x 12o\n[A] riff tops in 1-2\n| G | D |`,
  ],
  ['a minor key', `${FRAME}key: Am\n[A]\n| Am | F | C | G |\n| Am | E7 | Am | Am |`],
];

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
