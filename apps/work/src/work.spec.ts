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
