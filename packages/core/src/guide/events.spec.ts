import { scoreFor } from '../testing/score-for';
import { Guitar, guideEvents, type GuideEvent, type StringEvent } from './index';
import { otherGuitar } from './events';

function eventsOf(text: string, slower = 1): readonly GuideEvent[] {
  const { strokes, setup, silencesS } = scoreFor(text);
  return guideEvents(strokes, setup, { slower, silencesS });
}

function onStrings(events: readonly GuideEvent[], kind = 'pluck'): readonly StringEvent[] {
  return events.filter((one): one is StringEvent => one.kind === kind);
}

const FRAME = 'tempo: 60\nmeter: 4/4\n';
const RATE = 8000;

describe('what the strings of the guide do', () => {
  it('is each string of the grip, thick to thin for a down-stroke, thin to thick for an up-stroke', () => {
    const struck = onStrings(
      eventsOf(`${FRAME}pattern a 4/4: D - U -\n[A] pattern a\n| G |\ngrip G: 320003`),
    );
    const [down, up] = [struck.slice(0, 6), struck.slice(6, 12)];
    expect(down.map((one) => one.midi)).toEqual([43, 47, 50, 55, 59, 67]);
    expect(up.map((one) => one.string)).toEqual([1, 2, 3, 4, 5, 6]);
    const spread = (up.at(-1)?.atS ?? 0) - (up[0]?.atS ?? 0);
    expect([down[0]?.atS, up[0]?.atS]).toEqual([0, 2]);
    expect(spread).toBeGreaterThan(0.01);
    expect(spread).toBeLessThan(0.03);
    expect(up[0]?.loud).toBeLessThan(down[0]?.loud ?? 0);
  });

  it('sounds with the capo, in the tuning of the song, and never a muted string', () => {
    const struck = onStrings(
      eventsOf(`${FRAME}tuning: D A D G B E\ncapo: 3\n[A]\n| Dm |\ngrip Dm: 000231`),
    );
    expect(struck.slice(0, 6).map((one) => one.midi)).toEqual([41, 48, 53, 60, 65, 68]);
    const some = onStrings(eventsOf(`${FRAME}[A]\n| D! |\ngrip D: xx0232`));
    expect(some.map((one) => one.string)).toEqual([4, 3, 2, 1]);
  });

  it('accents, chokes, palms and rings as it is written', () => {
    const [open, accent, palm, muted, ring] = ['D', 'D>', 'Dp', 'Dm', 'Dr'].map(
      (stroke) =>
        onStrings(eventsOf(`${FRAME}pattern a 4/4: ${stroke} - - -\n[A] pattern a\n| G |`))[0],
    );
    expect(accent?.loud).toBeGreaterThan(open?.loud ?? 9);
    expect(palm?.ringsS).toBeLessThan(0.5);
    expect(muted?.ringsS).toBeLessThan(0.1);
    expect(ring?.ringsS).toBeGreaterThan(open?.ringsS ?? 9);
    expect(eventsOf(`${FRAME}pattern a 4/4: x - - -\n[A] pattern a\n| G |`)[0]).toEqual(
      jasmine.objectContaining({ kind: 'hit', atS: 0 }),
    );
  });

  it('damps what the next grip lets go, and everything where it is silent', () => {
    const events = eventsOf(`${FRAME}[A]\n| G! | D! | - | G! |\ngrip G: 320003\ngrip D: xx0232`);
    const mutes = onStrings(events, 'mute');
    expect(mutes.filter((one) => one.atS === 4).map((one) => one.string)).toEqual([6, 5]);
    expect(
      mutes
        .filter((one) => one.atS === 8)
        .map((one) => one.string)
        .sort(),
    ).toEqual([1, 2, 3, 4]);
  });

  it('keeps its spread at any tempo, and everything else goes with the tempo', () => {
    const text = `${FRAME}pattern a 4/4: D - - -\n[A] pattern a\n| G | D |`;
    const [written, slow] = [onStrings(eventsOf(text)), onStrings(eventsOf(text, 2))];
    const second = written.findIndex((one) => one.atS >= 4);
    expect(slow[second]?.atS).toBe(8);
    expect(slow[5]?.atS).toBe(written[5]?.atS);
  });

  it('hammers, slides and bends without another stroke, and ends what does not ring', () => {
    const text = `${FRAME}riff a 4/4: 3: 2 h4 /7 . | 3: 5 b . . | \\5 - 3x -\n[A] riff a in 1-3\n| G | G | G |`;
    const events = eventsOf(text.replace(' b ', ' . '));
    const kinds = events.filter((one) => one.kind !== 'mute').map((one) => one.kind);
    expect(kinds.slice(0, 3)).toEqual(['pluck', 'fret', 'slide']);
    const slide = onStrings(events, 'slide')[0];
    expect(slide?.ways?.[0]).toEqual(
      jasmine.objectContaining({ fromMidi: 59, toMidi: 62, untilS: 2 }),
    );
    expect(onStrings(events, 'mute').length).toBeGreaterThan(0);
  });

  it('is a note that sounds where it is slid to, after any note before it', () => {
    // The same note slid to at the third beat and plucked at the first: of like loudness as they begin.
    for (const before of [
      '3: 2 . /7 .',
      '3: 2~ . /7 .',
      '3: 2m . /7 .',
      '6: 3 . /8 .',
      '1: 12 . \\5 .',
    ])
      for (const slower of [0.5, 1, 3]) {
        const events = eventsOf(`${FRAME}riff a 4/4: ${before}\n[A] riff a in 1\n| G |`, slower);
        const guitar = new Guitar(RATE);
        guitar.put(events);
        const out = new Float32Array(RATE * 4 * slower);
        guitar.take(out);
        const power = (atS: number): number =>
          Math.sqrt(
            out
              .subarray(atS * slower * RATE, (atS * slower + 0.1) * RATE)
              .reduce((sum, one) => sum + one * one, 0),
          );
        expect(power(2.02))
          .withContext(`${before} ${slower}`)
          .toBeGreaterThan(power(0) * 0.12);
      }
  });

  it('goes on from note to note where several are slid to, and bends one that is', () => {
    const chain = eventsOf(`${FRAME}riff a 4/4: 3: 2 /4 /7 \\5b4\n[A] riff a in 1\n| G |`);
    const slides = onStrings(chain, 'slide');
    expect(slides.map(({ ways }) => [ways?.[0]?.fromMidi, ways?.[0]?.toMidi])).toEqual([
      [57, 59],
      [59, 62],
      [62, 60],
    ]);
    const landed = onStrings(chain, 'fret').at(-1);
    expect(landed?.ways?.[0]?.toMidi).toBe(62);
  });
});

describe('another guitar beside the one that is taught', () => {
  const pluck: StringEvent = {
    ...{ kind: 'pluck', atS: 0, string: 1, midi: 64, loud: 0.8, ringsS: 4, bright: 0.5 },
  };
  const loudness = (events: readonly GuideEvent[]): number => {
    const guitar = new Guitar(RATE);
    guitar.put(events);
    const out = new Float32Array(RATE);
    guitar.take(out);
    return Math.sqrt(out.subarray(RATE / 2).reduce((sum, one) => sum + one * one, 0));
  };

  it('has strings of its own, and stands further away', () => {
    const [other] = otherGuitar([pluck]);
    expect(other).toEqual(jasmine.objectContaining({ string: 101, midi: 64 }));
    expect(other?.kind !== 'hit' && other ? other.loud : 1).toBeLessThan(pluck.loud);
  });

  it('rings on where the first is damped or knocked on', () => {
    const mute: StringEvent = { ...pluck, kind: 'mute', atS: 0.3 };
    const hit: GuideEvent = { kind: 'hit', atS: 0.3, loud: 0.01 };
    const beside = otherGuitar([pluck]);
    const quiet = loudness([pluck, mute]);
    expect(loudness([...beside, mute, hit])).toBeGreaterThan(10 * quiet);
  });
});
