/**
 * Makes numbers from 0 to 1 that come again in the same order for the same seed.
 *
 * @example
 * seeded(7)() === seeded(7)() // true
 */
export function seeded(seed: number): () => number {
  // The usual linear congruential generator with the constants of Numerical Recipes.
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}
