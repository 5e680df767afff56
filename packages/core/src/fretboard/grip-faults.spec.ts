import { gripFaults, parseFingers, parseGrip, USUAL_HAND } from './index';

const faults = (grip: string, fingers?: string, hand = USUAL_HAND) =>
  gripFaults(
    {
      grip: parseGrip(grip) ?? [],
      fingers: fingers === undefined ? undefined : parseFingers(fingers),
    },
    hand,
  );
const codes = (grip: string, fingers?: string) => faults(grip, fingers).map((one) => one.code);

describe('what a hand finds wrong with a grip', () => {
  const fine: readonly (readonly [string, string?])[] = [
    ['x32010'],
    ['133211', '134211'],
    ['x24432', '.13421'],
    ['320033', '21..34'],
    ['022xxx', '.12...'],
    ['000000'],
    ['x02220', '..111.'],
    ['200232'],
  ];
  fine.forEach(([grip, fingers]) => {
    it(`is nothing for ${grip} ${fingers ?? ''}`, () => expect(codes(grip, fingers)).toEqual([]));
  });

  it('is a finger on a string that is open or muted', () => {
    expect(faults('x32010', '132.1.')[0]).toEqual(
      jasmine.objectContaining({ code: 'grip-conflict', string: 6 }),
    );
    expect(faults('x32010', '.3221.')[0]?.message).toContain('String 3 is open');
  });

  it('is one finger in two places with no barre possible', () => {
    expect(faults('x32010', '.22.1.')[0]?.message).toContain('Finger 2 is in two places');
    expect(codes('201002', '1....1')).toEqual(['grip-conflict']);
  });

  it('is a fret beyond the neck, counted with the capo', () => {
    expect(faults('x-20-20-20-20-x', undefined, { ...USUAL_HAND, capo: 7 }).length).toBe(4);
  });

  it('is a grip that no hand holds', () => {
    expect(faults('1-9-1-9-1-9')[0]?.message).toContain('cannot hold');
  });

  it('is a reach over comfortable, and the thumb over the neck', () => {
    expect(faults('x1005x', '.1..4.')[0]?.message).toMatch(/widest reach is \d+ mm, \d+ % over/);
    expect(faults('2x0232', 'T..132')[0]?.message).toContain('thumb');
  });

  it('depends on the hand: a smaller one reaches less far', () => {
    const small = { ...USUAL_HAND, stretch: 0.8 };
    expect(codes('x32010')).toEqual([]);
    expect(faults('320003', '32...4', small).map((one) => one.code)).toEqual(['grip-reach']);
  });
});
