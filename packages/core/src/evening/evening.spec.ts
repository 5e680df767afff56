import fc from 'fast-check';
import { parseTuning, STANDARD_TUNING } from '../pitch';
import { bestOrder, orderCost, stageChange, type EveningItem } from './index';

const DROPPED = parseTuning('D A D G B E') ?? STANDARD_TUNING;
const OPEN = parseTuning('D A D F# A D') ?? STANDARD_TUNING;
const item = (id: string, player: string, more: Partial<EveningItem> = {}): EveningItem => ({
  ...{ id, player, tuning: STANDARD_TUNING, capo: 0 },
  ...more,
});

/** Every order there is, for few items. */
function ordersOf<T>(items: readonly T[]): readonly (readonly T[])[] {
  if (items.length < 2) return [items];
  return items.flatMap((one, at) =>
    ordersOf(items.filter((_, other) => other !== at)).map((rest) => [one, ...rest]),
  );
}
const weight = (order: readonly EveningItem[]): number => {
  const { seconds, twiceInARow } = orderCost(order);
  return seconds + 120 * twiceInARow;
};

describe('what is done between two items', () => {
  it('names the strings that are tuned, and where the capo goes', () => {
    expect(stageChange(item('a', 'Ada'), item('b', 'Bo', { tuning: DROPPED, capo: 2 }))).toEqual({
      ...{ strings: ['string 6 to D2'], capoTo: 2, seconds: 19, isTwiceInARow: false },
    });
    const off = stageChange(item('a', 'Ada', { capo: 2 }), item('b', 'Ada'));
    expect([off.capoTo, off.seconds, off.isTwiceInARow]).toEqual([0, 4, true]);
    const four = parseTuning('G C E A') ?? STANDARD_TUNING;
    expect(stageChange(item('a', 'Ada'), item('b', 'Bo', { tuning: four })).strings.length).toBe(4);
  });
});

describe('the order of an evening', () => {
  it('keeps a tuning together, and nobody on the stage twice in a row', () => {
    const items = [
      item('1', 'Ada'),
      item('2', 'Bo', { tuning: OPEN }),
      item('3', 'Cy'),
      item('4', 'Dot', { tuning: OPEN }),
      item('5', 'Ada', { capo: 2 }),
    ];
    const order = bestOrder(items);
    expect(orderCost(order)).toEqual({ seconds: 64, twiceInARow: 0 });
    expect(order.map(({ id }) => id).toSorted()).toEqual(['1', '2', '3', '4', '5']);
  });

  it('is no dearer than any other order there is', () => {
    const anyItem = fc.record({
      id: fc.uuid(),
      player: fc.constantFrom('Ada', 'Bo', 'Cy'),
      tuning: fc.constantFrom(STANDARD_TUNING, DROPPED, OPEN),
      capo: fc.constantFrom(0, 2, 5),
    });
    fc.assert(
      fc.property(fc.array(anyItem, { maxLength: 6 }), (items) => {
        const least = Math.min(...ordersOf(items).map(weight));
        expect(weight(bestOrder(items))).toBe(least);
      }),
      { numRuns: 30 },
    );
  });

  it('of many items holds each once, and is no dearer than they stood', () => {
    const tunings = [STANDARD_TUNING, OPEN, DROPPED];
    const items = Array.from({ length: 20 }, (_, at) =>
      item(`${at}`, `P${at % 7}`, { tuning: tunings[at % 3] ?? OPEN, capo: at % 4 }),
    );
    const order = bestOrder(items);
    expect(new Set(order).size).toBe(20);
    expect(weight(order)).toBeLessThan(weight(items) / 2);
  });

  it('leaves one alone as it is', () => {
    expect(bestOrder([item('a', 'Ada')]).length).toBe(1);
    expect(bestOrder([])).toEqual([]);
  });
});
