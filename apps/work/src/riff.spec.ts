import { work } from './work';

function answer(verb: string, input: unknown): unknown {
  const outcome = work(verb, JSON.stringify(input));
  return outcome.exit === 0 ? outcome.answer : outcome.failure;
}

describe('work on riffs', () => {
  it('reads a riff with its sounds, its fingers and what is said of it', () => {
    const read = answer('riff', { text: '3: 2 4 2: 3 . | %', meter: '4/4' }) as Record<
      string,
      unknown
    >;
    expect(read['bars']).toBe(2);
    expect((read['notes'] as readonly { readonly midi: number }[]).map((one) => one.midi)).toEqual([
      ...[57, 59, 62, 57, 59, 62],
    ]);
    expect(read['fingers']).toEqual([1, 3, 2, 1, 3, 2]);
    expect(read['faults']).toEqual([]);
    expect(read['said']).toEqual([
      'string 3 fret 2, fret 4, string 2 fret 3, string 3 fret 2, fret 4, string 2 fret 3',
    ]);
  });

  it('counts notes and phrases from 1', () => {
    const text = '3: 2 4 5 7 | 5 4 2 . , | 3: 2 4 5 7 | 5 4 2 . ';
    const { phrases } = answer('riff', { text }) as { readonly phrases: readonly unknown[] };
    expect(phrases).toEqual([
      { from: 1, to: 7, relation: 'new', known: 0, words: '', line: 'Phrase 1 is new.' },
      {
        from: 8,
        to: 14,
        relation: 'same',
        of: 1,
        known: 7,
        words: 'the same',
        line: 'Phrase 2 is phrase 1 again.',
      },
    ]);
  });

  it('sounds as the capo and the tuning say', () => {
    const midis = (more: object) =>
      (answer('riff', { text: '6: 0 5', ...more }) as { notes: { midi: number }[] }).notes.map(
        (one) => one.midi,
      );
    expect(midis({})).toEqual([40, 45]);
    expect(midis({ tuning: 'drop D' })).toEqual([38, 43]);
    // As a list, as every verb takes it.
    expect(midis({ tuning: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'] })).toEqual([38, 43]);
    expect(midis({ capo: 3 })).toEqual([43, 48]);
  });

  it('places bare notes, easiest first', () => {
    const ways = answer('place-notes', {
      notes: [
        { midi: 64, beats: 1 },
        { midi: 67, beats: '1/2' },
      ],
    });
    const [first] = ways as { places: unknown[] }[];
    expect(first?.places).toEqual([
      { string: 1, fret: 0 },
      { string: 1, fret: 3 },
    ]);
  });

  it('takes lengths as numbers and tunings as lists, and says what is wrong with tab by a code', () => {
    const halves = [
      { midi: 38, beats: 0.5 },
      { midi: 43, beats: 1.5 },
    ];
    const drop = ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'];
    const [first] = answer('place-notes', { notes: halves, tuning: drop }) as {
      places: unknown[];
    }[];
    expect(first?.places[0]).toEqual({ string: 6, fret: 0 });
    const { faults } = answer('tab', { text: 'e|--0--|\nB|--1--|\nnothing' }) as {
      faults: { code: string; line: number }[];
    };
    expect(faults.map(({ code, line }) => [code, line])).toEqual([
      ['tab-line', 3],
      ['tab-strings', 3],
    ]);
  });

  it('reads tab that is pasted', () => {
    const lines = ['e|--0-|', 'B|1---|', 'G|----|', 'D|----|', 'A|----|', 'E|----|'];
    expect(answer('tab', { text: lines.join('\n') })).toEqual({
      ...{ riff: '2:1 1:0', tuning: ['E', 'A', 'D', 'G', 'B', 'E'], guessed: true, faults: [] },
    });
  });

  it('answers what is bad in its place', () => {
    for (const [verb, input, at] of [
      ['riff', { text: '3: 2', meter: 'four' }, 'meter'],
      ['riff', { text: '3: 2', tuning: 'H' }, 'tuning'],
      ['place-notes', { notes: [{ midi: 60, beats: 'long' }] }, 'notes'],
      ['place-notes', { notes: [{ midi: 400, beats: 1 }] }, 'notes[0].midi'],
    ] as const) {
      expect(answer(verb, input)).toEqual({ error: jasmine.objectContaining({ at }) });
    }
  });
});
