import { work } from './work';

interface Answered {
  readonly capo: number;
  readonly shapes: readonly string[];
  readonly cost: number;
  readonly barres: number;
  readonly why: string;
}

function capoOf(names: string, more: object = {}): readonly Answered[] {
  const chords = names.split(' ').map((name) => ({ name, beats: 4 }));
  const outcome = work('capo', JSON.stringify({ chords, capo: 0, keepSounding: true, ...more }));
  if (outcome.exit !== 0) throw new Error(JSON.stringify(outcome.failure));
  return outcome.answer as readonly Answered[];
}

describe('work on the capo', () => {
  it('gives every place with a shape for every chord, the best first', () => {
    const all = capoOf('F Bb N.C. F C7');
    expect(all.length).toBe(10);
    expect([all[0]?.capo, all[0]?.shapes, all[0]?.barres]).toEqual([
      3,
      ['D', 'G', 'N.C.', 'D', 'A7'],
      0,
    ]);
    expect(all.find(({ capo }) => capo === 0)?.shapes).toEqual(['F', 'Bb', 'N.C.', 'F', 'C7']);
  });

  it('takes names as shapes at the capo there is, in any tuning', () => {
    const all = capoOf('D G', { capo: 2, tuning: ['D2', 'A2', 'D3', 'F#3', 'A3', 'D4'] });
    expect(all.find(({ capo }) => capo === 2)?.shapes).toEqual(['D', 'G']);
    expect(all.find(({ capo }) => capo === 4)?.shapes).toEqual(['C', 'F']);
  });

  it('says which chord it cannot read', () => {
    expect(capoOf('F Hm')).toEqual({
      error: { code: 'chord', message: '"Hm" is no chord name.', at: 'chords[1].name' },
    } as never);
  });
});
