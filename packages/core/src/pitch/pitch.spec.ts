import fc from 'fast-check';
import {
  formatTuning,
  noteName,
  openNotes,
  parseNote,
  parseTone,
  parseTuning,
  STANDARD_TUNING,
  toneName,
} from './index';

describe('a note', () => {
  const notes: readonly (readonly [string, number])[] = [
    ['E2', 40],
    ['A2', 45],
    ['C4', 60],
    ['B#3', 60],
    ['Cb4', 59],
    ['F♯3', 54],
    ['B♭3', 58],
  ];
  notes.forEach(([name, midi]) => {
    it(`${name} is MIDI ${midi}`, () => expect(parseNote(name)).toBe(midi as never));
  });

  ['', 'H2', 'E', 'E22', 'Cb-1', 'e2'].forEach((name) => {
    it(`is not read from "${name}"`, () => expect(parseNote(name)).toBeUndefined());
  });

  it('reads back as it is named', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 119 }),
        fc.constantFrom('sharps' as const, 'flats' as const),
        (midi, signs) => {
          expect(parseNote(noteName(midi, signs))).toBe(midi as never);
          expect(parseTone(toneName(midi, signs))).toBe(midi % 12);
        },
      ),
    );
  });
});

describe('a tuning', () => {
  const tunings: readonly (readonly [string, readonly number[]])[] = [
    ['E A D G B E', [40, 45, 50, 55, 59, 64]],
    ['D A D G B E', [38, 45, 50, 55, 59, 64]],
    ['D G C F A D', [38, 43, 48, 53, 57, 62]],
    ['D G D G B D', [38, 43, 50, 55, 59, 62]],
    ['Eb Ab Db Gb Bb Eb', [39, 44, 49, 54, 58, 63]],
    ['B E A D G B E', [35, 40, 45, 50, 55, 59, 64]],
    ['G3 C4 E4 A4', [55, 60, 64, 69]],
  ];
  tunings.forEach(([text, notes]) => {
    it(`${text} is laid beside the usual open notes`, () => {
      expect(openNotes(parseTuning(text) ?? [])).toEqual(notes as never);
    });
    it(`${text} reads back as it is written`, () => {
      const tuning = parseTuning(text) ?? [];
      expect(parseTuning(formatTuning(tuning))).toEqual(tuning);
    });
  });

  it('has 4 to 8 strings', () => {
    expect(parseTuning('E A D')).toBeUndefined();
    expect(parseTuning('E A D G B E A D G')).toBeUndefined();
  });

  it('of the usual six strings is written without octaves', () => {
    expect(formatTuning(STANDARD_TUNING)).toBe('E A D G B E');
  });
});
