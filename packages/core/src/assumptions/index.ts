import { ASSUMPTIONS, type Assumption } from './assumptions.data';

/** The name of one assumed constant. */
export type AssumptionName = keyof typeof ASSUMPTIONS;

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
  return ASSUMPTIONS[name].value;
}

/** The names of all constants, in the order of the table. */
export const ASSUMPTION_NAMES = Object.keys(ASSUMPTIONS) as readonly AssumptionName[];

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

/** Every constant as assumed. */
export const USUAL_CONSTANTS = constantsWith({});

export { ASSUMPTIONS } from './assumptions.data';
export type { Assumption } from './assumptions.data';
