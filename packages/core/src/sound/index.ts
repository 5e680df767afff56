export { echoOf, isEchoOff } from './echo';
export type { Echo } from './echo';
export { effectWords, MOST_EFFECTS, readEffects, writeEffects } from './effects';
export type { Effect, EffectSetting } from './effects';
export { echoesIn } from './echoes';
export type { EchoTime } from './echoes';
