import { scoreFor } from '../testing/score-for';
import { GuideStream, renderScore, type StreamOptions, type StreamPiece } from './index';

const RATE = 8000;
const PLAIN: StreamOptions = { slower: 1, countInBars: 1, breathes: false, hasOffBeats: false };
const TEXT = 'tempo: 120\nmeter: 4/4\n[A]\n| G | D |';

function streamOf(text: string, more: Partial<StreamOptions> = {}): GuideStream {
  return new GuideStream(scoreFor(text), { ...PLAIN, ...more }, RATE);
}

function take(stream: GuideStream, seconds: number, step = 0.37): readonly StreamPiece[] {
  const pieces: StreamPiece[] = [];
  for (let taken = 0; taken < seconds - 1e-9;) {
    const piece = stream.next(Math.min(step, seconds - taken));
    if (!piece) break;
    pieces.push(piece);
    taken += piece.guide.length / RATE;
  }
  return pieces;
}

function joined(pieces: readonly StreamPiece[], of: 'count' | 'click' | 'guide'): Float32Array {
  const all = pieces.map((one) => one[of]);
  const out = new Float32Array(all.reduce((sum, one) => sum + one.length, 0));
  let at = 0;
  for (const one of all) {
    out.set(one, at);
    at += one.length;
  }
  return out;
}

/** How far two sounds are apart where they are furthest; infinitely where one is longer. */
function apart(a: Float32Array, b: Float32Array): number {
  if (a.length !== b.length) return Infinity;
  return a.reduce((most, one, at) => Math.max(most, Math.abs(one - (b[at] ?? 0))), 0);
}

/** The samples where clicks begin: after a silence, the first that sounds. */
function onsets(sound: Float32Array): readonly number[] {
  const found: number[] = [];
  let quietFor = 1000;
  sound.forEach((one, at) => {
    const isLoud = Math.abs(one) > 0.1;
    if (isLoud && quietFor > 200) found.push(at);
    quietFor = isLoud ? 0 : quietFor + 1;
  });
  return found;
}

const inSeconds = (samples: readonly number[]): readonly number[] =>
  samples.map((one) => one / RATE);

describe('a pass as a stream of sound', () => {
  it('is the same however it is cut', () => {
    const [fine, coarse] = [take(streamOf(TEXT), 6, 0.05), take(streamOf(TEXT), 6, 2)];
    expect(apart(joined(fine, 'guide'), joined(coarse, 'guide'))).toBeLessThan(1e-5);
    expect(apart(joined(fine, 'click'), joined(coarse, 'click'))).toBeLessThan(1e-5);
  });

  it('counts in, and has every click on the sample it belongs on, pass after pass', () => {
    const pieces = take(streamOf(TEXT, { slower: 1.25 }), 30);
    const beat = 0.625;
    expect(inSeconds(onsets(joined(pieces, 'count')))).toEqual([0, beat, 2 * beat, 3 * beat]);
    const clicks = onsets(joined(pieces, 'click'));
    expect(clicks.length).toBe(44);
    clicks.forEach((at, index) => {
      expect(Math.abs(at / RATE - (4 + index) * beat)).toBeLessThan(0.0002);
    });
    const passes = new Set(pieces.map(({ part }) => `${part.kind} ${part.pass}`));
    expect([...passes].slice(0, 3)).toEqual(['count-in 0', 'pass 0', 'pass 1']);
  });

  it('does not drift in a tempo that no rate divides', () => {
    const pieces = take(streamOf('tempo: 97\nmeter: 3/4\n[A]\n| G |', { slower: 97 / 61 }), 400, 5);
    const clicks = onsets(joined(pieces, 'click'));
    const last = clicks.length - 1;
    expect(Math.abs((clicks[last] ?? 0) / RATE - ((3 + last) * 60) / 61)).toBeLessThan(0.0003);
  });

  it('breathes a bar between passes where it is asked to', () => {
    const kinds = take(streamOf(TEXT, { breathes: true }), 12).map(({ part }) => part.kind);
    const runs = kinds.filter((one, at) => one !== kinds[at - 1]);
    expect(runs).toEqual(['count-in', 'pass', 'count-in', 'pass']);
  });

  it('ends after so many passes', () => {
    const pieces = take(streamOf(TEXT, { passes: 2 }), 60);
    expect(joined(pieces, 'guide').length / RATE).toBe(2 + 2 * 4);
  });

  it('plays on in another tempo from a pass on, the strings still ringing', () => {
    const stream = streamOf(TEXT.replace('G', 'N.C.'), { countInBars: 0 });
    const before = joined(take(stream, 9), 'guide');
    stream.replay(1, { slower: 2 });
    const after = take(stream, 9);
    expect(after[0]?.startsS).toBe(4);
    expect(inSeconds(onsets(joined(after, 'click'))).slice(0, 3)).toEqual([0, 1, 2]);
    // The pass begins with silence: what rang before dies away and is not cut off.
    const tail = before.slice(4 * RATE, 4 * RATE + 5);
    joined(after, 'guide')
      .slice(0, 5)
      .forEach((one, at) => {
        expect(Math.abs(one - (tail[at] ?? 0))).toBeLessThan(0.001);
      });
    expect(tail.some((one) => Math.abs(one) > 0.005)).toBeTrue();
    stream.replay(7, { slower: 1 });
    expect(stream.next(0.1)?.startsS).toBeCloseTo(13, 6);
  });

  it('counts a bar before a pass in another tempo, in that tempo, where it is asked to', () => {
    const stream = streamOf(TEXT, { countsChange: true });
    take(stream, 3);
    stream.replay(1, { slower: 2 });
    const kinds = take(stream, 15).map(({ part }) => `${part.kind} ${part.startsS}`);
    const runs = kinds.filter((one, at) => one !== kinds[at - 1]);
    expect(runs).toEqual(['pass 2', 'count-in 6', 'pass 10']);
  });

  it('drops the click out of the last bars of every few, and never the count', () => {
    const pieces = take(streamOf(TEXT, { drop: { bars: 1, of: 2 } }), 10);
    expect(inSeconds(onsets(joined(pieces, 'click')))).toEqual([2, 2.5, 3, 3.5, 6, 6.5, 7, 7.5]);
    expect(onsets(joined(pieces, 'count')).length).toBe(4);
  });

  it('counts four in 12/8, and clicks what is inside only where it is slow', () => {
    const text = 'tempo: 240\nmeter: 12/8\n[A]\n| A |';
    const fast = onsets(joined(take(streamOf(text), 6), 'count'));
    expect(inSeconds(fast)).toEqual([0, 0.75, 1.5, 2.25]);
    const slow = onsets(joined(take(streamOf(text, { slower: 2 }), 6), 'click'));
    expect(slow.length).toBe(0);
    const through = take(streamOf(text, { slower: 2, countInBars: 0 }), 6);
    expect(onsets(joined(through, 'click')).length).toBe(12);
  });

  it('has the off-beats of a swing where they fall, where it is asked to', () => {
    const text = 'tempo: 60\nmeter: 4/4\nfeel: swing 2:1\n[A]\n| G |';
    const pieces = take(streamOf(text, { hasOffBeats: true, countInBars: 0 }), 2);
    const clicks = inSeconds(onsets(joined(pieces, 'click')));
    expect(clicks.map((one) => Math.round(one * 1000) / 1000)).toEqual([0, 0.667, 1, 1.667]);
  });

  it('forgets what sounded long ago, and goes on as if nothing had been asked', () => {
    const stream = streamOf(TEXT, { countInBars: 0 });
    take(stream, 60, 4);
    stream.replay(0, { slower: 2 });
    expect(stream.next(0.1)?.startsS).toBeCloseTo(60, 6);
    stream.replay(14, { slower: 1 });
    expect(stream.next(0.1)?.startsS).toBeCloseTo(56, 6);
  });

  it('is nothing of nothing', () => {
    expect(streamOf('[A]').next(1)).toBeUndefined();
  });
});

describe('a score rendered', () => {
  it('is as long as it lasts and rings on after it, with or without its click', () => {
    const options = { slower: 1, sampleRate: RATE, hasClick: false };
    const plain = renderScore(scoreFor(TEXT), options);
    const clicked = renderScore(scoreFor(TEXT), { ...options, hasClick: true });
    expect([plain.length, clicked.length]).toEqual([6 * RATE, 6 * RATE]);
    expect(plain.some((one, at) => Math.abs(one - (clicked[at] ?? 0)) > 0.1)).toBeTrue();
    expect(plain.slice(4 * RATE, 4 * RATE + 400).some((one) => Math.abs(one) > 0.01)).toBeTrue();
  });
});

describe('an open end', () => {
  // Four bars of two seconds; the second and third are four rounds written as two.
  const VAMP = 'tempo: 120\nmeter: 4/4\n[A]\n| G | D | D | C |';
  const openEnds = [{ fromS: 2, untilS: 4, thenS: 6 }];
  const order = (pieces: readonly StreamPiece[]) => [
    ...new Map(pieces.map(({ part }) => [part.startsS, [part.startsS, part.fromS]])).values(),
  ];

  it('goes round and round, with every click on its sample', () => {
    const pieces = take(streamOf(VAMP, { openEnds, passes: 1 }), 21);
    expect(order(pieces).slice(0, 4)).toEqual([
      [0, 0],
      [2, 0],
      [4, 2],
      [6, 2],
    ]);
    expect(inSeconds(onsets(joined(pieces, 'click'))).slice(0, 30)).toEqual(
      Array.from({ length: 30 }, (_, index) => 2 + index / 2),
    );
  });

  it('is left after the round that sounds, though later rounds were taken', () => {
    const stream = streamOf(VAMP, { openEnds, passes: 1 });
    const before = take(stream, 9);
    stream.leave(4);
    const after = take(stream, 60);
    expect(order(after)).toEqual([[6, 6]]);
    expect(after.reduce((sum, { guide }) => sum + guide.length / RATE, 0)).toBeCloseTo(2, 6);
    expect(before.length).toBeGreaterThan(0);
  });

  it('sounds as written where it is left at once', () => {
    const text = 'tempo: 120\nmeter: 4/4\n[A]\n| G | D | C |';
    const plain = take(streamOf(text, { passes: 1 }), 60);
    const stream = streamOf(text, { passes: 1, openEnds: [{ fromS: 2, untilS: 4, thenS: 4 }] });
    const first = take(stream, 5);
    stream.leave(4);
    const all = [...first, ...take(stream, 60)];
    expect(apart(joined(plain, 'click'), joined(all, 'click'))).toBeLessThan(1e-5);
    expect(apart(joined(plain, 'guide'), joined(all, 'guide'))).toBeLessThan(0.02);
  });

  it('at the very end ends with its round once it is left, and is open anew in the next pass', () => {
    const ends = [{ fromS: 6, untilS: 8, thenS: 8 }];
    const stream = streamOf(VAMP, { openEnds: ends, passes: 2 });
    take(stream, 9);
    stream.leave(8);
    expect(order(take(stream, 10))).toEqual([
      [8, 6],
      [10, 0],
      [16, 6],
      [18, 6],
    ]);
  });

  it('is not left by what is no round of it', () => {
    const stream = streamOf(VAMP, { openEnds, passes: 1 });
    take(stream, 3);
    stream.leave(0);
    stream.leave(99);
    expect(order(take(stream, 6)).at(-1)).toEqual([8, 2]);
  });
});
