import { echoOf, type Echo } from './echo';
import type { Effect } from './effects';

/** An echo of a chain, with its time beside the tempo. */
export interface EchoTime extends Echo {
  readonly effect: string;
  readonly ms: number;
}

const ECHO = /echo|delay|repeat/i;

/**
 * Finds the echoes of a chain whose time is said, each beside the tempo in quarters a minute and, where one
 * is given, as it has to be at a practice tempo.
 *
 * @example
 * echoesIn([{ name: 'echo', settings: [{ name: 'time', value: 536, unit: 'ms' }] }], { bpm: 84 }).map((one) => one.noteValue) // ['dotted eighth']
 */
export function echoesIn(
  effects: readonly Effect[],
  tempo: { readonly bpm: number; readonly practiceBpm?: number },
): readonly EchoTime[] {
  return effects
    .filter(({ name }) => ECHO.test(name))
    .flatMap((effect) => {
      const ms = millisecondsOf(effect);
      return ms === undefined ? [] : [{ ...echoOf({ ...tempo, ms }), effect: effect.name, ms }];
    });
}

function millisecondsOf({ settings }: Effect): number | undefined {
  const time = settings.find(({ unit }) => unit === 'ms' || unit === 's');
  if (typeof time?.value !== 'number' || time.value <= 0) return undefined;
  return time.unit === 's' ? time.value * 1000 : time.value;
}
