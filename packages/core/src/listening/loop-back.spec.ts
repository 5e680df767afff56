import { seeded } from '../random';
import { loopBackOf } from './index';

const RATE = 48_000;
const CLICKS = Array.from({ length: 12 }, (_, at) => 0.2 + at * 0.6);

/** Clicks as a microphone hears them from the loudspeaker beside it. */
function heardClicks({
  latencyS = 0,
  noise = 0,
  hum = 0,
  echo = 0,
  jitterS = 0,
}: Partial<
  Record<'latencyS' | 'noise' | 'hum' | 'echo' | 'jitterS', number>
>): Float32Array<ArrayBuffer> {
  const random = seeded(7);
  const out = Float32Array.from(
    { length: RATE * 8 },
    (_, at) => noise * (random() - 0.5) + hum * Math.sin((2 * Math.PI * 50 * at) / RATE),
  );
  const put = (atS: number, loud: number): void => {
    const from = Math.round(atS * RATE);
    for (let at = 0; at < 0.03 * RATE; at += 1)
      out[from + at] =
        (out[from + at] ?? 0) +
        loud * Math.exp(-at / (0.006 * RATE)) * Math.sin((2 * Math.PI * 1500 * at) / RATE);
  };
  for (const click of CLICKS) {
    const at = click + latencyS + jitterS * (random() - 0.5);
    put(at, 0.2);
    put(at + 0.023, 0.2 * echo);
  }
  return out;
}

describe('a device that hears its own click', () => {
  const WAYS = [
    ['close by', {}],
    ['in a noisy room', { noise: 0.03 }],
    ['beside a humming amplifier', { hum: 0.5 }],
    ['with an echo that is louder than itself', { echo: 1.3 }],
  ] as const;
  for (const latencyS of [0.012, 0.08, 0.31])
    for (const [name, way] of WAYS)
      it(`is ${latencyS * 1000} ms late ${name}`, () => {
        const found = loopBackOf(heardClicks({ ...way, latencyS }), RATE, CLICKS);
        expect(Math.abs((found?.latencyS ?? 9) - latencyS)).toBeLessThan(0.003);
        expect(found?.giveOrTakeS).toBeLessThan(0.003);
      });

  it('says nothing where the clicks are not heard, or come anyhow', () => {
    const noise = seeded(3);
    expect(
      loopBackOf(
        Float32Array.from({ length: RATE * 8 }, () => noise() - 0.5),
        RATE,
        CLICKS,
      ),
    ).toBeUndefined();
    expect(loopBackOf(new Float32Array(RATE * 8), RATE, CLICKS)).toBeUndefined();
    expect(loopBackOf(heardClicks({ latencyS: 0.1, jitterS: 0.15 }), RATE, CLICKS)).toBeUndefined();
    expect(loopBackOf(heardClicks({}), RATE, [])).toBeUndefined();
    expect(loopBackOf(new Float32Array(0), RATE, CLICKS)).toBeUndefined();
  });
});
