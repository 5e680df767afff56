import { ASSUMPTION_NAMES } from '../constants';
import { ASSUMPTION_GROUPS } from './index';

describe('the groups of constants', () => {
  it('hold each constant once, and none that is not there', () => {
    const grouped = ASSUMPTION_GROUPS.flatMap(({ names }) => names);
    expect(grouped.toSorted()).toEqual([...ASSUMPTION_NAMES].toSorted());
  });
});
