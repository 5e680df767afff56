import { ASSUMPTIONS } from './assumptions.data';

/** The name of one assumed constant. */
export type AssumptionName = keyof typeof ASSUMPTIONS;

/**
 * Gives the value of an assumed constant, in the unit its table row states.
 *
 * @example
 * assumed('rungRatio') // 1.08
 */
export function assumed(name: AssumptionName): number {
  return ASSUMPTIONS[name].value;
}

export { ASSUMPTIONS } from './assumptions.data';
export type { Assumption } from './assumptions.data';
