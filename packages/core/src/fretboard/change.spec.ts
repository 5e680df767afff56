import {
  changeBetween,
  heldTogether,
  parseFingers,
  parseGrip,
  USUAL_HAND,
  type Change,
  type HeldGrip,
} from './index';

function held(text: string): HeldGrip {
  const [grip = '', fingers] = text.split(' ');
  const parsed = parseGrip(grip);
  if (!parsed) throw new Error(`no grip: ${grip}`);
  return { grip: parsed, fingers: fingers === undefined ? undefined : parseFingers(fingers) };
}

const change = (from: string, to: string): Change =>
  changeBetween(held(from), held(to), { hand: USUAL_HAND });

describe('a change between grips', () => {
  it('keeps fingers that stay and says where the others go', () => {
    const { line, moves } = change('320033 21..34', '310033 21..34');
    expect(moves.map(({ finger, does }) => `${finger} ${does}`)).toEqual([
      '1 slides',
      '2 stays',
      '3 stays',
      '4 stays',
    ]);
    expect(line).toBe('Fingers 2, 3 and 4 stay. Finger 1 slides to fret 1.');
  });

  it('tells fingers that land and lift', () => {
    expect(change('022000 .12...', '022100 .231..').line).toContain(
      'Finger 3 lands on string 4 fret 2.',
    );
    expect(change('022100 .231..', '000000').line).toBe('Fingers 1, 2 and 3 lift.');
    expect(change('000000', '000000').line).toBe('Nothing moves.');
  });

  const together = (from: string, to: string): Change => {
    const [a, b] = heldTogether(held(from), held(to), USUAL_HAND);
    return changeBetween(a, b, { hand: USUAL_HAND });
  };

  it('to a full barre lays it, with the finger that stays kept down', () => {
    const { barre, seconds, line } = together('x32010', '133211');
    expect(barre).toBe('lays');
    expect(seconds).toBeCloseTo(0.838, 3);
    expect(line).toBe(
      'Finger 3 stays. Lay finger 1 flat across all six at fret 1. Finger 2 moves to string 3 fret 2. Finger 4 lands on string 4 fret 3. Strum all six.',
    );
    expect(together('133211', 'x32010').barre).toBe('lifts');
  });

  const shapes: readonly (readonly [string, string, number])[] = [
    ['133211', '355433', 0.307],
    ['355433', '133211', 0.307],
    ['577555', '9-11-11-9-9-9', 0.36],
    ['355xxx', '577xxx', 0.295],
    ['x35553', 'x57775', 0.295],
    ['x02210', '022100', 0.292],
  ];
  shapes.forEach(([from, to, time]) => {
    it(`from ${from} to ${to} is one shape moving, in ${time} s`, () => {
      const { shapeMove, seconds } = together(from, to);
      expect(shapeMove).not.toBeNull();
      expect(seconds).toBeCloseTo(time, 3);
    });
  });

  it('chooses fingers that can stay: one finger more or less is the quickest', () => {
    for (const [from, to] of [
      ['022100', '022000'],
      ['x32010', 'x32000'],
      ['x02210', 'x02010'],
    ] as const) {
      const { moves, seconds } = together(from, to);
      expect(moves.filter((move) => move.does !== 'stays').length)
        .withContext(from)
        .toBe(1);
      expect(seconds).toBeLessThan(0.3);
    }
  });

  it('is the slower the more a teacher would call it hard', () => {
    const tiers: readonly (readonly (readonly [string, string])[])[] = [
      [
        ['022100', '022000'],
        ['x32010', 'x32000'],
      ],
      [
        ['133211', '355433'],
        ['x02210', '022100'],
      ],
      [
        ['x02210', 'x32010'],
        ['022000', '320003'],
      ],
      [
        ['320003', 'xx0232'],
        ['xx0232', 'x32010'],
      ],
      [
        ['x32010', '133211'],
        ['320003', 'x24432'],
      ],
    ];
    const slowest = tiers.map((tier) => Math.max(...tier.map(([a, b]) => together(a, b).seconds)));
    expect([...slowest].sort((a, b) => a - b)).toEqual(slowest);
  });

  it('takes longer the more fingers move and the further, and for a new barre', () => {
    const near = change('x02210 ..231.', 'x32010 .32.1.').seconds;
    const far = change('022000 .12...', '133211 134211').seconds;
    expect(far).toBeGreaterThan(near);
    expect(change('022000 .12...', '022000 .12...').seconds).toBeCloseTo(0.25 - 2 * 0.05, 9);
  });

  it('follows the formula for fingers, travel, barre and stays', () => {
    // One finger slides one fret (fret 2 to 1), three stay.
    const mm = 648 * (2 ** (-1 / 12) - 2 ** (-2 / 12));
    expect(change('320033 21..34', '310033 21..34').seconds).toBeCloseTo(
      0.25 + 0.09 + 0.0016 * mm - 0.15,
      6,
    );
  });

  it('is never quicker than 0.12 s, and scales with the pace of the player', () => {
    expect(change('320033 21..34', '320033 21..34').seconds).toBe(0.12 as never);
    const [from, to] = [held('x32010'), held('320003')];
    const usual = changeBetween(from, to, { hand: USUAL_HAND }).seconds;
    expect(changeBetween(from, to, { hand: USUAL_HAND, paceFactor: 1.5 }).seconds).toBeCloseTo(
      usual * 1.5,
      9,
    );
  });

  it('says which strings are struck, never all where one is muted', () => {
    const line = (from: string, to: string): string =>
      changeBetween(held(from), held(to), { hand: USUAL_HAND }).line;
    expect(line('x32010', '3x000x')).toMatch(
      /Strum from string 6; leave string 5 and string 1 out\.$/,
    );
    expect(line('x32010', '320033')).toMatch(/Strum all six\.$/);
    expect(line('320033', 'xx0232')).toMatch(/Strum from string 4\.$/);
    // The lowest is as before, an inner one is not.
    expect(line('320003', '3x0003')).toMatch(/Strum from string 6; leave string 5 out\.$/);
    expect(line('320003', '320033')).not.toContain('Strum');
  });
});
