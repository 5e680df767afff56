import fc from 'fast-check';
import { bpm } from '../units';
import {
  accentedBeats,
  beatsAt,
  clicksUntil,
  clickTime,
  formatFeel,
  formatMeter,
  parseFeel,
  parseMeter,
} from './index';

describe('a meter', () => {
  const meters: readonly (readonly [string, readonly number[]])[] = [
    ['4/4', [0]],
    ['3/4', [0]],
    ['6/8', [0, 3]],
    ['12/8', [0, 3, 6, 9]],
    ['7/8', [0, 2, 4]],
    ['7/8 (3+2+2)', [0, 3, 5]],
    ['5/4 (3+2)', [0, 3]],
  ];
  meters.forEach(([text, accents]) => {
    it(`${text} weighs on beats ${accents.join(' ')} and reads back`, () => {
      const meter = parseMeter(text);
      expect(meter && accentedBeats(meter)).toEqual(accents);
      expect(meter && formatMeter(meter)).toBe(text);
    });
  });

  ['', '4', '4/3', '0/4', '25/4', '4/4 (3+2)', '4/4 ()', '3/4 (3+0)'].forEach((text) => {
    it(`is not read from "${text}"`, () => expect(parseMeter(text)).toBeUndefined());
  });
});

describe('a feel', () => {
  it('is straight, or swung by a ratio', () => {
    expect(parseFeel('shuffle')).toEqual({ kind: 'swing', long: 2, short: 1 });
    expect(formatFeel(parseFeel('swing 3:2') ?? { kind: 'straight' })).toBe('swing 3:2');
    expect(parseFeel('swing 1:2')).toBeUndefined();
    expect(parseFeel('lazy')).toBeUndefined();
  });
});

describe('a click', () => {
  const count = { startS: 12.345, bpm: bpm(97) };

  it('stays under 1 ms of the ideal after an hour, however it was asked for', () => {
    const scheduled: number[] = [];
    // As the engine does it: look every 25 ms, 150 ms ahead, never a click twice.
    let next = 0;
    for (let nowS = 12; nowS < 12 + 3600; nowS += 0.025) {
      for (const click of clicksUntil(count, { fromBeat: next, untilS: nowS + 0.15 })) {
        scheduled.push(click.atS);
        next = click.beat + 1;
      }
    }
    expect(scheduled.length).toBeGreaterThan(5800);
    const gap = 60 / 97;
    const worst = scheduled.reduce(
      (most, atS, n) => Math.max(most, Math.abs(atS - (12.345 + n * gap))),
      0,
    );
    expect(worst).toBeLessThan(0.001);
    const gaps = scheduled.slice(1).map((atS, n) => Math.abs(atS - (scheduled[n] ?? 0) - gap));
    expect(Math.max(...gaps)).toBeLessThan(0.001);
  });

  it('comes once for every beat, in order, before the end asked for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 0, max: 50 }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (tempo, fromBeat, untilS) => {
          const clicks = clicksUntil({ startS: 0, bpm: bpm(tempo) }, { fromBeat, untilS });
          expect(clicks.map((click) => click.beat)).toEqual(clicks.map((_, n) => fromBeat + n));
          expect(clicks.every((click) => click.atS < untilS)).toBeTrue();
          expect(
            clickTime({ startS: 0, bpm: bpm(tempo) }, fromBeat + clicks.length) >= untilS ||
              untilS <= 0,
          ).toBeTrue();
        },
      ),
    );
  });

  it('is not lost when the end asked for lies a hair after it', () => {
    for (let tempo = 20; tempo <= 400; tempo++)
      for (let beat = 0; beat <= 50; beat++) {
        const atS = clickTime({ startS: 0, bpm: bpm(tempo) }, beat);
        const untilS = atS + atS * Number.EPSILON + Number.MIN_VALUE;
        const clicks = clicksUntil({ startS: 0, bpm: bpm(tempo) }, { fromBeat: beat, untilS });
        expect(clicks.length).withContext(`${tempo} ${beat}`).toBe(1);
      }
  });

  it('and the beats passed agree', () => {
    expect(beatsAt(count, clickTime(count, 7))).toBeCloseTo(7, 9);
    expect(beatsAt(count, 12)).toBeLessThan(0);
  });
});
