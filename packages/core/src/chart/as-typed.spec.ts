import { formatGrip } from '../fretboard';
import { songGrips, USUAL_STUDENT } from '../player';
import { readChart, writeChart } from './index';

const framesOf = (line: string) => readChart(`meter: 6/8\n${line}\n[A]\n| G |`).song.frame;
const barsOf = (line: string): string =>
  (readChart(`[A]\n${line}`).song.sections[0]?.bars ?? [])
    .map(({ chords, dotted, repeat }) =>
      repeat
        ? '%'
        : chords.map(({ name, span }) => name + (dotted ? ' .'.repeat(span - 1) : '')).join(' '),
    )
    .join(' | ');
const faultsOf = (text: string) =>
  readChart(text).faults.map(({ code, message }) => [code, message]);

describe('the frame as people type it', () => {
  const cases: readonly (readonly [line: string, field: string, value: unknown])[] = [
    ['Capo: 2', 'capo', 2],
    ['CAPO 3', 'capo', 3],
    ['capo: none', 'capo', 0],
    ['No capo', 'capo', 0],
    ['Capo: 2nd fret', 'capo', 2],
    ['capo = fret 5', 'capo', 5],
    ['Tempo: 92', 'tempo', 92],
    ['Tempo = 92 bpm', 'tempo', 92],
    ['BPM: 92', 'tempo', 92],
    ['tempo: ♩ = 92', 'tempo', 92],
    ['tempo: about 92', 'tempo', 92],
    ['tempo: 60 dotted', 'tempo', 180],
    ['tempo: ♩. = 60', 'tempo', 180],
    ['tempo: q.=60', 'tempo', 180],
    ['key: E minor', 'key', 'Em'],
    ['Key: F♯m', 'key', 'F#m'],
    ['Key: bb major', 'key', 'Bb'],
    ['tuning: DADGBE', 'tuning', ['D2', 'A2', 'D3', 'G3', 'B3', 'E4']],
    ['tuning: DADGAD', 'tuning', ['D2', 'A2', 'D3', 'G3', 'A3', 'D4']],
    ['tuning: drop D', 'tuning', ['D2', 'A2', 'D3', 'G3', 'B3', 'E4']],
    ['Tuning: Dropped-D tuning', 'tuning', ['D2', 'A2', 'D3', 'G3', 'B3', 'E4']],
    ['tuning: open G', 'tuning', ['D2', 'G2', 'D3', 'G3', 'B3', 'D4']],
    ['tuning: standard', 'tuning', ['E2', 'A2', 'D3', 'G3', 'B3', 'E4']],
    ['tuning: half step down', 'tuning', ['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4']],
    ['tuning: EbAbDbGbBbEb', 'tuning', ['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4']],
    ['tuning: E A D G B', 'tuning', ['E2', 'A2', 'D3', 'G3', 'B3']],
    ['Time signature: 3/4', 'meter', { beats: 3, unit: 4, groups: [3] }],
    ['3/4 time', 'meter', { beats: 3, unit: 4, groups: [3] }],
    ['Key of G', 'key', 'G'],
    ['capo: two', 'capo', 2],
    ['feel: triplets', 'feel', { kind: 'swing', long: 2, short: 1 }],
    ['feel: straight eighths', 'feel', { kind: 'straight' }],
  ];
  cases.forEach(([line, field, value]) => {
    it(`reads "${line}"`, () => {
      expect(Object.entries(framesOf(line))).toContain([field, value] as never);
    });
  });

  it('takes a title and the like for a remark', () => {
    const { song, faults } = readChart('Title: Lantern water\nArtist: nobody\n[A]\n| G |');
    expect(faults).toEqual([]);
    expect(song.lines).toEqual(['# Title: Lantern water', '# Artist: nobody']);
  });
});

describe('a section as people type it', () => {
  const cases: readonly (readonly [line: string, name: string, times: number])[] = [
    ['[Chorus] (x2)', 'Chorus', 2],
    ['[Chorus] ×2', 'Chorus', 2],
    ['[Chorus] 2x', 'Chorus', 2],
    ['[Chorus] x 3', 'Chorus', 3],
    ['[Chorus] 4 times', 'Chorus', 4],
    ['[Chorus] twice', 'Chorus', 2],
    ['[Verse 1', 'Verse 1', 1],
    ['Verse 1:', 'Verse 1', 1],
    ['CHORUS', 'CHORUS', 1],
    ['Pre-chorus (x2)', 'Pre-chorus', 2],
    ['Chorus: x2', 'Chorus', 2],
    ['[Chorus x2]', 'Chorus', 2],
    ['[Verse 1 (3x)]', 'Verse 1', 3],
    ['(Intro)', 'Intro', 1],
  ];
  cases.forEach(([line, name, times]) => {
    it(`reads "${line}"`, () => {
      const { song, faults } = readChart(`${line}\n| G | D |`);
      expect(faults).toEqual([]);
      expect(song.sections.map((one) => [one.name, one.times, one.bars.length])).toEqual([
        [name, times, 2],
      ]);
    });
  });

  it('starts all the same where something behind its name cannot be read', () => {
    const { song, faults } = readChart('[A]\n| G |\n[Chorus] softly x2 now\n| C |');
    expect(song.sections.map(({ name, times }) => [name, times])).toEqual([
      ['A', 1],
      ['Chorus', 2],
    ]);
    expect(faults.map(({ code, line, detail }) => [code, line, detail])).toEqual([
      ['section-unread', 3, ['softly now']],
    ]);
  });

  it('may stand before its bars, and say how many there are', () => {
    const { song, faults } = readChart('Verse 1: | G | D |\n[Solo] (2 bars)\n| C | D |');
    expect(faults).toEqual([]);
    expect(
      song.sections.map(({ name, bars, statedBars }) => [name, bars.length, statedBars]),
    ).toEqual([
      ['Verse 1', 2, undefined],
      ['Solo', 2, 2],
    ]);
  });

  it('is found on a map of arrows or dashes, with counts in any spelling', () => {
    const body = '\n[Verse]\n| G |\n[Chorus]\n| C |';
    for (const map of [
      'Verse → Chorus (x2) → Verse',
      'Verse - Chorus x 2 - Verse',
      'Verse, Chorus 2x, Verse',
    ]) {
      const { song, faults } = readChart(`map: ${map}${body}`);
      expect(faults).withContext(map).toEqual([]);
      expect(song.map.map(({ section, times }) => [section, times])).toEqual([
        ['Verse', 1],
        ['Chorus', 2],
        ['Verse', 1],
      ]);
    }
  });

  it('is found by the map whatever the case', () => {
    const { song, faults } = readChart('map: verse, CHORUS x2\n[Verse]\n| G |\n[Chorus]\n| C |');
    expect(faults).toEqual([]);
    expect(song.map.map(({ section }) => section)).toEqual(['Verse', 'Chorus']);
  });

  it('may be said to be the same as another', () => {
    const { song } = readChart('[Verse 1]\n| G |\n[Verse 2] same as verse 1');
    expect(song.sections[1]?.parent).toBe('Verse 1');
  });
});

describe('a grip that is left open', () => {
  const chart = 'grip G: any\ngrip C: x32010 or x32013 fingers .32.1.\n[A]\n| G | C |';
  const { song, faults } = readChart(chart);
  const gripsFor = (ownedGrips: readonly string[]) =>
    songGrips(song, undefined, { ...USUAL_STUDENT, ownedGrips }).map(
      ({ name, grip }) => `${name} ${formatGrip(grip)}`,
    );

  it('is any, or one of several, and is written as it was read', () => {
    expect(faults).toEqual([]);
    expect(song.anyGrips).toEqual(['G']);
    expect(song.grips[0]?.others?.map(formatGrip)).toEqual(['x32013']);
    expect(writeChart(song)).toContain('grip C: x32010 or x32013 fingers .32.1.\ngrip G: any');
    expect(readChart('grip C: x32010 or nothing\n[A]\n| C |').faults[0]?.code).toBe('grip-unread');
  });

  it('is the one the student owns, else the usual one', () => {
    expect(gripsFor([])).toEqual(['G 320003', 'C x32010']);
    expect(gripsFor(['G 320033', 'C x32013'])).toEqual(['G 320033', 'C x32013']);
  });
});

describe('bars as people type them', () => {
  const cases: readonly (readonly [line: string, bars: string])[] = [
    ['| am | f#m7 | bb |', 'Am | F#m7 | Bb'],
    ['| G / / / | C / D / |', 'G . . . | C . D .'],
    ['| G/// | D... |', 'G . . . | D . . .'],
    ['|G//D//|Em////|', 'G . D . | Em . . .'],
    ['| g/b | d/f# |', 'G/B | D/F#'],
    ['| G! | (ring out)', 'G'],
    ['| G | D | *', 'G | D'],
    ['|\tG\t|\tD\t|', 'G | D'],
    ['G | D | Em', 'G | D | Em'],
    ['| G, D | Em, C |', 'G D | Em C'],
    ['| NC | n.c. | N.C. |', 'N.C. | N.C. | N.C.'],
    ['| A minor | G major |', 'Am | G'],
    ['| D/F# | C/B . . . |', 'D/F# | C/B . . .'],
    ['|: G | D :|', 'G | D | G | D'],
    ['||: G | D :|| x3', 'G | D | G | D | G | D'],
    ['| Am | |: G :| (3x)', 'Am | G | G | G'],
    ['|| G | D ||', 'G | D'],
  ];
  cases.forEach(([line, bars]) => {
    it(`reads ${line}`, () => expect(barsOf(line)).toBe(bars));
  });

  it('go back over several lines to the sign that opened the repeat', () => {
    const { song, faults } = readChart('[A]\n| Em |\n|: G | D |\n| C | D :|\n| G |');
    expect(faults).toEqual([]);
    expect(song.sections[0]?.bars.map(({ chords }) => chords[0]?.name).join(' ')).toBe(
      'Em G D C D G D C D G',
    );
  });

  it('keep a remark behind the last bar line', () => {
    const { song, faults } = readChart('[A]\n| G | D | # softly');
    expect(faults).toEqual([]);
    expect([song.sections[0]?.bars.length, song.sections[0]?.lines]).toEqual([2, ['# softly']]);
  });

  it('lose one bar for one that cannot be read, and keep its place and its words', () => {
    const { song, faults } = readChart('[A]\n| G | ??!! | D |');
    expect(barsOf('| G | ??!! | D |')).toBe('G | - | D');
    expect(song.sections[0]?.lines).toEqual(['# not read: ??!!']);
    expect(faults.map(({ code, line, column }) => [code, line, column])).toEqual([
      ['chord-unread', 2, 7],
    ]);
  });

  it('tell symbols that are no chords once for a bar, and a name that comes again once for all', () => {
    expect(faultsOf('[A]\n| 5 7 8 5 9 | G |')).toEqual([
      ['chord-unread', '4 symbols in bar 1 are no chords (5 7 8 9): is it a riff?'],
    ]);
    const often = faultsOf('[A]\n| Mystery | G | Mystery | Mystery |');
    expect(often.length).toBe(1);
    expect(often[0]?.[1]).toContain('It stands in 3 bars.');
  });

  it('are read where chords stand without bar lines, and tab is not taken for them', () => {
    expect(barsOf('G D Em C')).toBe('G | D | Em | C');
    expect(faultsOf('[A]\ne|--0--2--3--|')[0]?.[1]).toContain('line of tab');
  });

  it('stand at the columns they were typed at', () => {
    const { faults } = readChart('[A]\nG | Mystery | D');
    expect(faults.map(({ line, column }) => [line, column])).toEqual([[2, 5]]);
  });
});
