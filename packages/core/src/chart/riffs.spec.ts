import { readChart, writeChart } from '.';

const song = (text: string) => readChart(text).song;
const faults = (text: string) =>
  readChart(text).faults.map(({ code, line, column }) => [code, line, column] as const);

const RIFF_LINES: readonly (readonly [text: string, body: string])[] = [
  ['riff hoist 4/4: 4: 0 . 3: 2 2: 3 | %', '4: 0 . 3: 2 2: 3 | %'],
  ['riff hoist 4/4: | 4: 0 . 3: 2 2: 3 | % |', '4: 0 . 3: 2 2: 3 | %'],
  ['riff hoist 7/8 (3+2+2): 6: 0 0 3 0 5 . -', '6: 0 0 3 0 5 . -'],
  ['riff hoist 4/4:4:0 2', '4:0 2'],
];

describe('riffs in chart text', () => {
  for (const [text, body] of RIFF_LINES) {
    it(`are read: ${text}`, () => {
      const read = readChart(text);
      expect(read.faults).toEqual([]);
      expect(read.song.riffs?.[0]?.body).toBe(body);
    });
  }

  it('may begin with a pickup, say what they sound like, and go on in another line', () => {
    const text = [
      'riff lick 4/4 pickup 1: 2: 3 | 5 3 1: 0 3 | 2 . 0 . | 2: 3 . . . | 5 . 3 .',
      'riff lick: 1: 0 . . .',
      'riff high 4/4 same as lick: 1: 7',
    ].join('\n');
    const [lick, high] = song(text).riffs ?? [];
    expect(lick?.pickup).toBe(1);
    expect(lick?.body.split(' | ').length).toBe(6);
    expect(high?.sameAs).toBe('lick');
    expect(song(writeChart(song(text)))).toEqual(song(text));
  });

  it('are laid over bars, in a layer, by a part, in any order', () => {
    const text =
      '[Solo] pattern eights riff hoist in 3-4 riff walk in 2 for ornaments riff lick as lead';
    expect(song(text).sections[0]?.riffUses).toEqual([
      { riff: 'hoist', bars: { from: 3, to: 4 } },
      { riff: 'walk', layer: 'ornaments', bars: { from: 2, to: 2 } },
      { riff: 'lick', part: 'lead' },
    ]);
    expect(song('[A] riff walk in 2-3 for ornaments').sections[0]?.riffUses).toEqual([
      { riff: 'walk', layer: 'ornaments', bars: { from: 2, to: 3 } },
    ]);
    expect(writeChart(song(text))).toContain(text);
  });

  it('are told with the place where they do not add up', () => {
    expect(faults('tempo: 92\nriff a 4/4: 3: 2 99 4')).toEqual([['riff-count', 2, 18]]);
    expect(faults('riff a 4/4: 3: 2 4\nriff a: | 2: 5 q')).toEqual([['riff-count', 2, 16]]);
    expect(faults('tuning: E A D G\nriff a 4/4: 5: 2')).toEqual([
      ['riff-count', 2, 13],
      ['riff-count', 2, 16],
    ]);
  });

  it('that cannot be read are kept word for word', () => {
    for (const text of ['riff hoist', 'riff hoist: 3: 2', 'riff hoist 4/5: 3: 2']) {
      const read = readChart(text);
      expect(read.faults.length).withContext(text).toBe(1);
      expect(writeChart(read.song).trim()).toBe(text);
    }
  });

  it('are not written twice under one name', () => {
    const read = readChart('riff a 4/4: 3: 2\nriff a 4/4: 3: 5');
    expect(read.faults.map((one) => one.code)).toEqual(['riff-unread']);
    expect(read.song.riffs?.length).toBe(1);
  });
});

describe('optional chords', () => {
  it('stand in parentheses, and are told from those of a name', () => {
    const marks = (bar: string) =>
      song(`[A]\n${bar}`).sections[0]?.bars[0]?.chords.map(
        ({ name, optional, doubt }) =>
          `${name}${optional ? ' optional' : ''}${doubt ? ' doubt' : ''}`,
      );
    expect(marks('| C . . (C/B) |')).toEqual(['C', 'C/B optional']);
    expect(marks('| (C(add9)) C(add9) |')).toEqual(['C(add9) optional', 'C(add9)']);
    expect(marks('| C (C/B)? |')).toEqual(['C', 'C/B optional doubt']);
    expect(marks('| C (N.C.) |')).toEqual(['C', 'N.C. optional']);
  });
});
