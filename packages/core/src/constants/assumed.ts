import { VALUES } from './values.data';

/** The name of one assumed constant. */
export type AssumptionName = keyof typeof VALUES;

/** The value of every constant, as one studio has them. */
export type Constants = Readonly<Record<AssumptionName, number>>;

/** What a studio set to a value of its own. */
export type OwnConstants = Readonly<Partial<Record<AssumptionName, number>>>;

/**
 * Gives the value of an assumed constant, in the unit its table row states.
 *
 * @example
 * assumed('rungRatio') // 1.08
 */
export function assumed(name: AssumptionName): number {
  return VALUES[name];
}

/** The names of all constants, in the order of the table. */
export const ASSUMPTION_NAMES = Object.keys(VALUES) as readonly AssumptionName[];

/** Every constant as assumed. */
export const USUAL_CONSTANTS: Constants = VALUES;
