import {
  ASSUMPTION_NAMES,
  type AssumptionName,
  type Constants,
  type OwnConstants,
} from '../constants';
import { ASSUMPTIONS, type Assumption } from './assumptions.data';

/**
 * Gives every constant as a studio has it: its own value where it may set one and it lies within
 * bounds, else the assumed one.
 *
 * @example
 * constantsWith({ rungRatio: 1.1 }).rungRatio // 1.1
 * @example
 * constantsWith({ reach13Mm: 200, rungRatio: 99 }).rungRatio // 1.08
 */
export function constantsWith(own: OwnConstants): Constants {
  const valueOf = (name: AssumptionName): number => {
    const { value, changeable }: Assumption = ASSUMPTIONS[name];
    const wished = own[name];
    if (wished === undefined || !changeable) return value;
    return wished >= changeable.least && wished <= changeable.most ? wished : value;
  };
  return Object.fromEntries(ASSUMPTION_NAMES.map((name) => [name, valueOf(name)])) as Constants;
}
