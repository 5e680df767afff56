import { fingeringOf, fingerProgression, formatFingers, parseGrip, USUAL_HAND } from './index';

const fingersOf = (grip: string): string => {
  const fingering = fingeringOf(parseGrip(grip) ?? [], USUAL_HAND);
  return fingering ? formatFingers(fingering.fingers) : 'none';
};

describe('the fingering of a grip', () => {
  const everyday: readonly (readonly [string, string])[] = [
    ['x13331', '.13331'],
    ['x46664', '.13331'],
    ['x-10-12-12-12-10', '.13331'],
    ['577655', '134211'],
    ['9-11-11-9-9-9', '134111'],
    ['355xxx', '134...'],
    ['x24432', '.13421'],
    ['x32010', '.32.1.'],
    ['xx0232', '...132'],
    ['022100', '.231..'],
    ['x02220', '..123.'],
    ['x02210', '..231.'],
    ['xx0231', '...231'],
    ['022000', '.12...'],
    ['320003', '21...3'],
    ['320033', '21..34'],
    ['133211', '134211'],
    ['133111', '134111'],
    ['x21202', '.213.4'],
    ['020100', '.2.1..'],
    ['320001', '32...1'],
    ['xx3211', '..3211'],
    ['x31013', '.31.24'],
    ['x42120', '.4213.'],
    ['x4212x', '.4213.'],
    ['1x3231', '1.3241'],
    ['330013', '23..14'],
    ['320002', '31...2'],
    ['x32333', '.21333'],
    ['3x443x', '1.342.'],
    ['5x555x', '2.333.'],
    ['7x777x', '2.333.'],
    ['000000', '......'],
  ];
  everyday.forEach(([grip, fingers]) => {
    it(`${grip} is held ${fingers}`, () => expect(fingersOf(grip)).toBe(fingers));
  });

  it('lays one finger over strings only where none between rings lower', () => {
    const barre = fingeringOf(parseGrip('133211') ?? [], USUAL_HAND)?.barres;
    expect(barre).toEqual([{ finger: 1, fret: 1, from: 0, to: 5 }]);
    expect(fingersOf('101011')).not.toBe('1.1.11');
  });

  ['1-9-1-9-1-9', '123456', '1-2-3-4-5-0'].forEach((grip) => {
    it(`is none for ${grip}, which no hand holds`, () => expect(fingersOf(grip)).toBe('none'));
  });

  it('gives the widest reach', () => {
    expect(fingeringOf(parseGrip('x32010') ?? [], USUAL_HAND)?.reachMm).toBeCloseTo(70.5, 0);
  });

  it('keeps A, D and E the everyday ones, whichever follows which', () => {
    const row = ['x02220', 'xx0232', '022100', 'xx0232', 'x02220'].map(
      (one) => parseGrip(one) ?? [],
    );
    expect(
      fingerProgression(row, USUAL_HAND).map((one) => formatFingers(one?.fingers ?? [])),
    ).toEqual(['..123.', '...132', '.231..', '...132', '..123.']);
  });
});
