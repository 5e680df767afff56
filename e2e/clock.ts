/**
 * The moment and the place a run of journeys takes itself to be in, for server and pages alike:
 * `E2E_NOW=2028-02-29T23:57 E2E_ZONE=Pacific/Auckland npm run spec e2e/journeys/leads.spec.ts`.
 */
const { E2E_NOW, E2E_ZONE } = process.env;

/** How far ahead of this machine's clock, in ms, a moment is now. */
export function aheadMs(moment: string): number {
  return Date.parse(moment) - Date.now();
}

/** Worked out once for a run: whatever is started later is as far ahead. */
const AHEAD_MS = Number(
  (process.env['E2E_AHEAD_MS'] ??= String(
    E2E_NOW === undefined ? 0 : Math.round(aheadMs(E2E_NOW)),
  )),
);

/** What a server is told of the clock. */
export function clockEnv(ms = AHEAD_MS, zone = E2E_ZONE): Record<string, string> {
  return { HARVU_CLOCK_AHEAD_MS: String(ms), ...(zone !== undefined && { TZ: zone }) };
}

/** What a page is told of the zone. */
export function timeZone(zone = E2E_ZONE): { timezoneId?: string } {
  return zone === undefined ? {} : { timezoneId: zone };
}

/** Runs in a page, before anything else of it: its clock goes on from another moment. */
export function shiftClock(ms: number): void {
  const Real = Date;
  globalThis.Date = class extends Real {
    constructor(...parts: readonly number[]) {
      // @ts-expect-error a date is made of nothing, or of up to seven parts
      super(...(parts.length === 0 ? [Real.now() + ms] : parts));
    }
    static override now(): number {
      return Real.now() + ms;
    }
  } as DateConstructor;
}

export const AHEAD = AHEAD_MS;
