import { parseMeter, readPattern, type Feel } from '../rhythm';
import { patternScore, type GuideScore } from './index';

const OPEN = [40, 45, 50, 55, 59, 64];
const STRAIGHT: Feel = { kind: 'straight' };

function scoreOf(strokes: string, more: { readonly feel?: Feel; readonly meter?: string } = {}) {
  const meter = parseMeter(more.meter ?? '4/4');
  const read = meter && readPattern(meter, strokes.split(' '));
  if (!read?.ok) throw new Error('no pattern');
  return patternScore(read.pattern, { feel: more.feel ?? STRAIGHT, tempo: 120, open: OPEN });
}
const heard = ({ strokes }: GuideScore) =>
  strokes.map(({ kind, atS }) => `${kind} ${atS.toFixed(3)}`);

describe('a pattern by itself', () => {
  it('has its strokes where they fall, on every string that is muted', () => {
    const score = scoreOf('D - D U - U D U');
    expect(heard(score)).toEqual([
      ...['down 0.000', 'down 0.500', 'up 0.750', 'up 1.250', 'down 1.500', 'up 1.750'],
    ]);
    expect(score.strokes[0]?.strings).toEqual([6, 5, 4, 3, 2, 1]);
    expect(score.clicks.map(({ atS }) => atS as number)).toEqual([0, 0.5, 1, 1.5]);
    expect(score.lastsS).toBe(2);
  });

  it('swings as the song does', () => {
    const feel: Feel = { kind: 'swing', long: 2, short: 1 };
    expect(heard(scoreOf('D U D U D U D U', { feel })).slice(0, 3)).toEqual([
      ...['down 0.000', 'up 0.333', 'down 0.500'],
    ]);
  });

  it('goes on over as many bars as it has', () => {
    const score = scoreOf('D D D D D - - D', { meter: '4/4' });
    expect(score.barsS.length).toBe(1);
    expect(scoreOf('D - U | D U -', { meter: '3/4' }).lastsS).toBe(3);
  });

  it('is plucked over the grip that is held, the thumb on its bass', () => {
    const meter = parseMeter('4/4');
    const read = meter && readPattern(meter, 'p i m a'.split(' '));
    if (!read?.ok) throw new Error('no pattern');
    const grip = { name: 'D', grip: [null, null, 0, 2, 3, 2] };
    const { strokes } = patternScore(read.pattern, { feel: STRAIGHT, tempo: 60, open: OPEN, grip });
    expect(strokes.map(({ strings }) => strings[0])).toEqual([4, 3, 2, 1]);
  });
});
