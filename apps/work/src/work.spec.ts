import { readChart } from '@harvu/core/chart';
import { work } from './work';

const answer = (verb: string, input: unknown): unknown => {
  const outcome = work(verb, JSON.stringify(input));
  if (outcome.exit !== 0) throw new Error(JSON.stringify(outcome.failure));
  return outcome.answer;
};

describe('the work command', () => {
  it('answers one document with one, and a list with a list in order', () => {
    expect(answer('ladder', { startBpm: 90, goalBpm: 92 })).toEqual({ rungs: [90, 92] });
    expect(
      answer('ladder', [
        { startBpm: 90, goalBpm: 92 },
        { startBpm: 'fast', goalBpm: 92 },
        { startBpm: 0, goalBpm: 92 },
        { startBpm: 99, goalBpm: 92 },
      ]),
    ).toEqual([
      { rungs: [90, 92] },
      { error: jasmine.objectContaining({ code: 'input', at: 'startBpm' }) },
      { error: jasmine.objectContaining({ code: 'tempo-range' }) },
      { rungs: [92] },
    ]);
  });

  it('ends with 2 when the document itself is unusable', () => {
    expect(work('ladder', '{"startBpm":')).toEqual({
      exit: 2,
      failure: { error: jasmine.objectContaining({ code: 'json' }) as never },
    });
    expect(work('dance', '{}').exit).toBe(2);
    expect(work(undefined, '{}').exit).toBe(2);
  });

  it('takes anything that is JSON without falling over', () => {
    for (const verb of ['ladder', 'limit', 'chart'])
      for (const odd of [null, 7, 'text', {}, { text: 7 }, { changes: [{}] }])
        expect(JSON.stringify(answer(verb, odd)))
          .withContext(verb)
          .toContain('"error"');
  });
});

describe('work ladder', () => {
  it('gives the ladders worked out by hand', () => {
    expect(answer('ladder', { startBpm: 58, goalBpm: 92 })).toEqual({
      rungs: [58, 63, 68, 73, 79, 85, 92],
    });
    expect(answer('ladder', { startBpm: 50, goalBpm: 120 })).toEqual({
      rungs: [50, 54, 58, 62, 67, 72, 77, 83, 90, 96, 104, 112, 120],
    });
  });
});

describe('work limit', () => {
  it('names what limits', () => {
    expect(
      answer('limit', {
        bpmGoal: 92,
        changes: [
          { seconds: 0.3, windowBeats: 1 },
          { seconds: 0.52, windowBeats: 0.5 },
        ],
      }),
    ).toEqual({
      limitBpm: 57.69230769230769,
      startBpm: 51,
      because: 'change 2 takes 0.52 s and has 0.5 beats',
      needsBarerLayer: false,
    });
  });

  it('starts at the goal when nothing limits', () => {
    expect(answer('limit', { bpmGoal: 92, changes: [] })).toEqual(
      jasmine.objectContaining({ limitBpm: null, startBpm: 92 }),
    );
  });

  it('knows the limit of the hand', () => {
    expect(
      answer('limit', { bpmGoal: 120, changes: [], strokesPerBeat: 4, strokesPerSecond: 6 }),
    ).toEqual(jasmine.objectContaining({ limitBpm: 90, startBpm: 81 }));
  });
});

describe('work chart', () => {
  it('gives chords with their beats, and thirds exactly', () => {
    const chart = answer('chart', { text: 'capo: 2\n[A] x2\n| G . A D | C D E |\n' });
    expect(chart).toEqual(
      jasmine.objectContaining({
        frame: { capo: 2 },
        sections: [
          jasmine.objectContaining({
            name: 'A',
            times: 2,
            bars: [
              [
                { chord: 'G', beat: 1, beats: 2 },
                { chord: 'A', beat: 3, beats: 1 },
                { chord: 'D', beat: 4, beats: 1 },
              ],
              [
                { chord: 'C', beat: 1, beats: '4/3' },
                { chord: 'D', beat: '7/3', beats: '4/3' },
                { chord: 'E', beat: '11/3', beats: '4/3' },
              ],
            ],
          }),
        ],
        map: [{ section: 'A', times: 1 }],
        faults: [],
      }),
    );
  });

  it('tells faults by line and column', () => {
    expect(answer('chart', { text: '[A]\n| G . |\n' })).toEqual(
      jasmine.objectContaining({
        faults: [jasmine.objectContaining({ code: 'bar-fill', line: 2, column: 3 })],
      }),
    );
  });

  it('gives the text back normalised, and the same again', () => {
    const { text } = answer('chart', { text: '[A]\n|G|D .  . .|', to: 'text' }) as { text: string };
    expect(text).toBe('[A]\n| G | D . . . |\n');
    expect(answer('chart', { text, to: 'text' })).toEqual(jasmine.objectContaining({ text }));
  });
});

describe('work on grips', () => {
  it('names a grip by its shape and as it sounds, tones spelled by the key', () => {
    const named = answer('name-grip', { grip: 'x02210', capo: 4, key: 'E' }) as {
      shape: { name: string }[];
      sounding: { name: string; root: string }[];
      notes: string[];
    };
    expect([named.shape[0]?.name, named.sounding[0]?.name, named.sounding[0]?.root]).toEqual([
      'Am',
      'C#m',
      'C#',
    ]);
    expect(named.notes).toEqual(['C#3', 'G#3', 'C#4', 'E4', 'G#4']);
    expect(named.shape.length).toBeGreaterThanOrEqual(3);
  });

  it('checks a grip against its name, slips and faults of the hand included', () => {
    expect(answer('check-grip', { name: 'D', grip: 'xx0242' })).toEqual(
      jasmine.objectContaining({
        verdict: 'differs',
        slips: [{ kind: 'moved', grip: 'xx0232', changed: { string: 2, from: 4, to: 3 } }] as never,
        faults: [],
      }),
    );
    expect(
      answer('check-grip', { name: 'C', grip: 'x32010', fingers: [1, 3, 2, 0, 1, 0] }),
    ).toEqual(
      jasmine.objectContaining({
        verdict: 'agrees',
        faults: [jasmine.objectContaining({ code: 'grip-conflict', string: 6 })] as never,
      }),
    );
  });

  it('finds grips, the usual ones first, without a full barre where asked', () => {
    const found = answer('find-grips', { name: 'F', count: 4, noBarre: true }) as {
      grip: string;
      cost: number;
      usual: boolean;
    }[];
    expect([found[0]?.grip, found[0]?.usual]).toEqual(['xx3211', true]);
    const others = found.filter((one) => !one.usual).map((one) => one.cost);
    expect(others).toEqual([...others].sort((a, b) => a - b));
  });

  it('fingers one grip or a row of them together', () => {
    expect(answer('fingering', { grip: '133211' })).toEqual(
      jasmine.objectContaining({
        fingers: [1, 3, 4, 2, 1, 1],
        barres: [{ finger: 1, fret: 1, fromString: 6, toString: 1 }],
        playable: true,
      }),
    );
    expect(answer('fingering', { grip: '1-9-1-9-1-9' })).toEqual(
      jasmine.objectContaining({ playable: false, cost: null }),
    );
    expect((answer('fingering', { grips: ['320033', 'x32033'] }) as unknown[]).length).toBe(2);
  });

  it('tells a change by finger, in seconds and in a line', () => {
    const change = answer('change', {
      from: { grip: '355433' },
      to: { grip: '133211' },
      paceFactor: 2,
    });
    expect(change).toEqual(
      jasmine.objectContaining({
        shapeMove: { frets: -2, strings: 0 },
        line: 'The whole shape moves two frets down.',
      }),
    );
  });

  it('finds the key of what sounds behind a capo', () => {
    const chords = ['D', 'Bm7', 'G', 'A', 'D'].map((name) => ({ name, beats: 4 }));
    expect(answer('key', { chords, capo: 2 })).toEqual(
      jasmine.objectContaining({ best: 'E', numerals: ['I', 'vi7', 'IV', 'V', 'I'] }),
    );
  });

  it('answers bad grips in their place', () => {
    const bad: readonly (readonly [string, object])[] = [
      ['name-grip', { grip: 'x0221' }],
      ['name-grip', { grip: 'hello' }],
      ['check-grip', { name: 'Hm', grip: 'x02210' }],
      ['find-grips', { name: '?' }],
      ['fingering', {}],
      ['change', { from: { grip: 'x02210' } }],
      ['key', { chords: [{ name: 'C' }] }],
    ];
    for (const [verb, input] of bad)
      expect(JSON.stringify(answer(verb, input)))
        .withContext(verb)
        .toContain('"error"');
  });
});

describe('work on rhythm', () => {
  it('places strokes on a grid, counting every way', () => {
    const seven = answer('place-strokes', {
      strokes: ['D', 'U', 'D', 'U', 'D', 'D', 'U'],
      slots: 8,
    });
    expect(seven).toEqual({ count: 1, placements: [[0, 1, 2, 3, 4, 6, 7]] });
    const four = { strokes: ['D', 'U', 'U', 'D'], slots: 8 };
    expect(answer('place-strokes', four)).toEqual(jasmine.objectContaining({ count: 4 }));
    expect(answer('place-strokes', { ...four, startsOnBeat: false })).toEqual(
      jasmine.objectContaining({ count: 5 }),
    );
  });

  it('compares two charts', () => {
    expect(answer('compare', { a: '| G | D | F# | C |', b: '| G | D | Gb | D |' })).toEqual({
      relation: 'ending',
      semitones: 0,
      changedBars: [4],
      droppedBars: [],
      similarity: 0.75,
      line: 'the second is the first, but bar 4 is D instead of C.',
    });
    const up = answer('compare', { a: '[V]\n| G | D |', b: '[W]\n| A | E |' });
    expect(up).toEqual(jasmine.objectContaining({ relation: 'transposed', semitones: 2 }));
    expect(JSON.stringify(answer('compare', { a: '| G |' }))).toContain('"at":"b"');
  });

  it('fits bars to the recording’s clock', () => {
    const sections = [0, 8, 16, 26].map((startsAtS) => ({ bars: 4, startsAtS }));
    const fit = answer('clock', { beatsPerBar: 4, sections }) as {
      readonly bpm: number;
      readonly residuals: readonly { readonly missingBars: number }[];
    };
    expect(fit.bpm).toBeCloseTo(120, 6);
    expect(fit.residuals.map((one) => one.missingBars)).toEqual([0, 0, 0, 1]);
    const flat = sections.map((one) => ({ ...one, startsAtS: 1 }));
    expect(JSON.stringify(answer('clock', { beatsPerBar: 4, sections: flat }))).toContain(
      'The marks do not rise',
    );
  });

  it('reads taps, and says when there are too few', () => {
    expect(answer('taps', { tapsS: [1, 1.5, 2, 2.5] })).toEqual({
      ...{ bpm: 120, subdivision: 1, slots: [0, 1, 2, 3], confidence: 1 },
    });
    expect(JSON.stringify(answer('taps', { tapsS: [1] }))).toContain('at least three');
    expect(JSON.stringify(answer('place-strokes', { strokes: ['L'], slots: 8 }))).toContain(
      '"error"',
    );
  });
});

describe('work on steps', () => {
  const song =
    'tempo: 92\ncapo: 0\npattern eights 4/4: D U D U D - D U\n[A] pattern eights\n| G | D |\n[B] pattern eights\n| Em | C |';
  const request = { song, school: 'grips-first', today: '2026-11-26' };
  interface Answered {
    readonly steps: readonly {
      readonly id: string;
      readonly kind: string;
      readonly needs: readonly string[];
      readonly rungs?: readonly number[];
      readonly minutes: number;
    }[];
    readonly skipped: readonly { readonly id: string }[];
    readonly minutes: number;
    readonly finishOn: string;
    readonly deadline?: { readonly verdict: string };
  }
  const steps = (more: object = {}): Answered =>
    answer('steps', { ...request, ...more }) as Answered;

  it('orders them as the school wishes, each after what it needs', () => {
    const seen = new Set<string>();
    for (const step of steps().steps) {
      expect(step.needs.every((id) => seen.has(id)))
        .withContext(step.id)
        .toBeTrue();
      seen.add(step.id);
    }
    const ids = (school: string) => [...steps({ school }).steps.map((one) => one.id)].sort();
    expect(ids('grips-first')).toEqual(ids('hand-first'));
    // Only one school plays the whole song bare.
    expect(ids('whole-first').filter((id) => id !== 'whole:bare')).toEqual(ids('grips-first'));
    expect(steps({ layer: 'bare' }).steps.some((one) => one.id.endsWith(':full'))).toBeFalse();
  });

  it('skips what the student owns, and takes their times and minutes', () => {
    const student = {
      ownedGrips: ['G', 'Em'],
      changes: [{ from: 'G', to: 'D', seconds: 0.52 }],
      paceFactor: 1,
      minutesByWeekday: [20, 0, 0, 0, 0, 0, 0],
    };
    const made = steps({ student, deadlineOn: '2026-12-12' });
    expect(made.skipped.map((one) => one.id)).toEqual(['grip:G', 'grip:Em']);
    const section = made.steps.find((one) => /^section:.*full$/.test(one.id));
    expect(section?.rungs?.[0]).toBe(51);
    expect(new Date(made.finishOn).getUTCDay()).toBe(1);
    expect(made.deadline?.verdict).toBe('misses');
    const sum = made.steps.reduce((all, one) => all + one.minutes, 0);
    expect(Math.abs(sum - made.minutes)).toBeLessThan(made.steps.length * 0.05 + 0.5);
  });

  it('takes a song document as well as chart text', () => {
    const { sections } = answer('chart', { text: song }) as {
      readonly sections: readonly unknown[];
    };
    expect(sections.length).toBe(2);
    expect(steps({ song: readChart(song).song }).steps).toEqual(steps().steps);
  });

  it('says what is wrong with a request', () => {
    const bad = (more: object): string => JSON.stringify(steps(more));
    expect(bad({ school: 'mine' })).toContain('"at":"school"');
    expect(bad({ today: 'soon' })).toContain('"at":"today"');
    expect(bad({ today: '2026-02-30' })).toContain('"at":"today"');
    expect(bad({ song: { sections: 3 } })).toContain('"at":"song"');
    expect(bad({ student: { minutesByWeekday: [1] } })).toContain('minutesByWeekday');
  });
});

describe('what is to be heard', () => {
  interface Heard {
    readonly strokes: readonly {
      readonly atS: number;
      readonly kind: string;
      readonly chord: string;
      readonly chordChange?: boolean;
    }[];
    readonly clicks: readonly { readonly atS: number; readonly accent: boolean }[];
    readonly seconds: number;
  }
  const heard = (song: string, more: object = {}) => answer('expected', { song, ...more }) as Heard;
  const times = ({ strokes }: Heard) => strokes.map((one) => one.atS);

  it('is a stroke for each chord that is new, and a click on each beat', () => {
    const song = 'tempo: 60\n[A]\n| G | D | D |';
    const { strokes, clicks, seconds } = heard(song, { layer: 'bare' });
    expect(strokes.map((one) => [one.atS, one.chord])).toEqual([
      [0, 'G'],
      [4, 'D'],
    ]);
    expect(clicks.map((one) => one.accent).slice(0, 5)).toEqual([true, false, false, false, true]);
    expect([clicks.length, seconds]).toEqual([12, 12]);
  });

  it('scales with the tempo that is asked for, and keeps to the bars', () => {
    const song = 'tempo: 60\n[A]\n| G | D |\n[B]\n| C | Em |';
    expect(times(heard(song, { layer: 'bare', bpm: 120 }))).toEqual([0, 2, 4, 6]);
    const some = heard(song, { layer: 'bare', section: 'B', from: 2, to: 2 });
    expect(some.strokes.map((one) => one.chord)).toEqual(['Em']);
    expect(some.seconds).toBe(4);
  });

  it('has off-beats where a swung hand plays them, and nothing where a chord is held over', () => {
    const swung =
      'tempo: 60\nfeel: swing 2:1\npattern e 4/4: D U D U D U D U\n[A] pattern e\n| G |';
    expect(times(heard(swung)).slice(0, 3)).toEqual([0, 0.666667, 1]);
    const held = 'tempo: 60\n[A]\n| F! | . | G |';
    expect(times(heard(held))[0]).toBe(0);
    expect(heard(held).strokes.filter((one) => one.atS >= 4 && one.atS < 8)).toEqual([]);
  });

  it('tells a section that is not there', () => {
    expect(answer('expected', { song: '[A]\n| G |', section: 'Z' })).toEqual({
      error: jasmine.objectContaining({ code: 'input', at: 'section' }),
    });
  });
});
