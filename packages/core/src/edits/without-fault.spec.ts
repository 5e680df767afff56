import { readChart, writeChart } from '../chart';
import { withoutFault, type SongPlace } from './index';

const BEFORE = readChart('tempo: 92\ngrip G: 320003\n[Verse]\n| G | D |\n[Chorus]\n| C | D |').song;
const NOW = readChart(
  writeChart(BEFORE).replace('| C | D |', '| C | Am | F |').replace('92', '100'),
  BEFORE,
).song;

describe('a song with something that cannot be kept', () => {
  const CASES: readonly (readonly [path: string, place: SongPlace, written: RegExp])[] = [
    // A bar that was there before is as it was; a new one is silent and in doubt.
    [
      'sections[1].bars[1].chords[0].name',
      { kind: 'section', name: 'Chorus', bar: 2 },
      /\[Chorus\]\n\| C \| D \| F \|/,
    ],
    [
      'sections[1].bars[2].chords[0].span',
      { kind: 'section', name: 'Chorus', bar: 3 },
      /\| C \| Am \| -\? \|/,
    ],
    ['sections[1].times', { kind: 'section', name: 'Chorus' }, /\[Chorus\]\n\| C \| D \|/],
    ['grips[0].grip[1]', { kind: 'grip', name: 'G' }, /^(?![^]*grip G)/],
    ['frame.tempo', { kind: 'frame', name: '' }, /^(?![^]*tempo)/],
  ];
  for (const [path, place, written] of CASES)
    it(`is kept without it: ${path}`, () => {
      const salvaged = withoutFault(NOW, BEFORE, path);
      expect(salvaged?.place).toEqual(place);
      expect(writeChart(salvaged?.song ?? NOW)).toMatch(written);
      // All else is as it is now.
      if (path.startsWith('sections')) expect(salvaged?.song.frame.tempo).toBe(100 as never);
    });

  it('is not kept in part where the fault is nowhere in it', () => {
    for (const path of ['', 'nextId', 'sections', 'mood[3]'])
      expect(withoutFault(NOW, BEFORE, path))
        .withContext(path)
        .toBeUndefined();
  });
});
