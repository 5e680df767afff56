import { readChart } from '../chart';
import { USUAL_CONVENTIONS } from '../conventions';
import { makeSteps, workpieceOf } from '../steps';
import type { BarRange } from '../edits';
import type { RecordedStart } from '../recording';
import { sceneOf, type Scene } from './index';

// Bars of two seconds.
const CHART = `tempo: 120
[Verse] at 0:10
| G | D |
[Vamp]
| Em | C |
[End] at 0:34
| G |
map: Verse, Vamp x3 until "lamps on", End`;

function whole(more: { readonly only?: BarRange; readonly taps?: readonly RecordedStart[] } = {}) {
  const { song } = readChart(CHART);
  const work = workpieceOf(song);
  const step = makeSteps(work).find((one) => one.kind === 'listen');
  if (!step) throw new Error('nothing to listen to');
  return sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS, ...more });
}

const rounded = ({ recordedS }: Scene) => recordedS.map((one) => Math.round(one * 100) / 100);

describe('the whole song', () => {
  it('goes round in a vamp until its cue: one round of it, then what comes after all that are likely', () => {
    expect(whole().openEnds).toEqual([{ fromS: 4, untilS: 8, thenS: 16, cue: 'lamps on' }]);
    expect(whole({ only: { from: 3, to: 4 } }).openEnds).toEqual([]);
  });

  it('follows its recording from mark to mark', () => {
    // 24 s for eight bars: three seconds each.
    expect(rounded(whole())).toEqual([10, 13, 16, 19, 22, 25, 28, 31, 34, 37]);
  });

  it('follows some bars of it with where they begin and the last ends', () => {
    expect(rounded(whole({ only: { from: 3, to: 4 } }))).toEqual([16, 19, 22]);
  });

  it('follows what was tapped along with somebody’s own file', () => {
    expect(rounded(whole({ taps: [{ bar: 0, atS: 2 }] }))[0]).toBe(2);
    expect(rounded(whole({ taps: [{ bar: 0, atS: 2 }] }))[8]).toBe(26);
    expect(
      rounded(
        whole({
          taps: [
            { bar: 0, atS: 0 },
            { bar: 8, atS: 16 },
          ],
        }),
      ),
    ).toEqual([0, 2, 4, 6, 8, 10, 12, 14, 16, 18]);
  });

  it('has nothing of this in a step with a part of it', () => {
    const { song } = readChart(CHART);
    const work = workpieceOf(song);
    const part = makeSteps(work).find((one) => one.kind === 'section');
    if (!part) throw new Error('no section');
    const { openEnds, recordedS, map } = sceneOf(part, {
      ...{ song, work, conventions: USUAL_CONVENTIONS },
    });
    expect([openEnds, recordedS, map]).toEqual([[], [], []]);
  });
});
