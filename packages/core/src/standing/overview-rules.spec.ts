import { readChart } from '../chart';
import type { PlanEvent } from '../events';
import { makePlan } from '../plan';
import { OVERVIEW_RULES, overviewOf, standingOf } from './index';

const CHART = `tempo: 92
meter: 4/4
capo: 0
pattern eights 4/4: D U D U D U D U
map: Verse, Chorus x2
[Verse] pattern eights
| G | D | Em | C |
[Chorus] pattern eights
| C | G | D | D |`;

/** A number that is another where any letter is. */
function digestOf(text: string): string {
  let [a, b] = [5381, 52711];
  for (const letter of text) {
    const code = letter.codePointAt(0) ?? 0;
    a = (a * 33 + code) % 4_294_967_291;
    b = (b * 31 + code) % 4_294_967_279;
  }
  return `${a.toString(36)}-${b.toString(36)}`;
}

describe('the rules of an overview', () => {
  const plan = makePlan(readChart(CHART).song);
  const events = plan.steps.slice(0, 6).map(({ id: stepId, rungs }, at): PlanEvent => ({
    ...{ kind: 'try', id: `t${at}`, stepId, bpm: rungs[0] ?? null, clean: at % 3 !== 2 },
    ...{ passes: 1, seconds: 30, source: 'self', revision: 1, day: '2026-11-24' },
    at: `2026-11-24T10:0${at}:00.000Z`,
  }));

  // Where this fails, the same plan and log have another overview than before: raise OVERVIEW_RULES, so that what
  // servers keep is worked out anew, and write the new digest beside it.
  it('are another number where the same plan and log give another overview', () => {
    const found = digestOf(JSON.stringify(overviewOf(standingOf(plan, events))));
    expect([OVERVIEW_RULES, found]).toEqual([5, 'x507va-13uq5n3']);
  });
});
