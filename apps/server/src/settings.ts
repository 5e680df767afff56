import { randomInt } from 'node:crypto';
import { availableParallelism } from 'node:os';

/** How the server was started, from its environment; docs/operating.md says what each is for. */
export interface Settings {
  readonly databaseUrl: string;
  readonly port: number;
  readonly host: string;
  readonly hosts: readonly string[];
  readonly webRoot: string | undefined;
  readonly backups: string | undefined;
  readonly isDemo: boolean;
  readonly isSecure: boolean;
  readonly proxies: number;
  readonly processes: number;
  readonly setUpCode: string;
  readonly logLevel: string;
  /** How far ahead of the machine's its clock goes, in ms; for trying days that have not come. */
  readonly clockAheadMs: number;
}

const EVERYWHERE = ['0.0.0.0', '::'];
const HERE = ['localhost', '127.0.0.1', '[::1]'];
const MOST_PROCESSES = 16;
const CENTURY_MS = [-3_155_760_000_000, 3_155_760_000_000] as const;

/** Reads the settings; throws with what is wrong and how to mend it. */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const { DATABASE_URL: databaseUrl, PORT = '4600', HOST: host = '127.0.0.1' } = env;
  if (!databaseUrl) throw new Error('DATABASE_URL is not set: name the MariaDB to use.');
  const named = (env['HARVU_HOSTS'] ?? '').split(',').map((one) => one.trim());
  const own = EVERYWHERE.includes(host) ? [] : [host];
  return {
    databaseUrl,
    port: whole('PORT', PORT, [1, 65_535]),
    host,
    hosts: [...HERE, ...own, ...named].filter((one) => one !== ''),
    webRoot: env['WEB_ROOT'],
    backups: env['HARVU_BACKUPS'],
    isDemo: env['HARVU_DEMO'] !== '0',
    isSecure: env['HARVU_TLS'] === '1',
    proxies: whole('HARVU_PROXIES', env['HARVU_PROXIES'] ?? '0', [0, 9]),
    processes: whole(
      'HARVU_PROCESSES',
      env['HARVU_PROCESSES'] ?? String(Math.min(MOST_PROCESSES, availableParallelism())),
      [1, MOST_PROCESSES],
    ),
    setUpCode: env['HARVU_SET_UP_CODE'] ?? String(randomInt(10 ** 8)).padStart(8, '0'),
    logLevel: env['LOG_LEVEL'] ?? 'info',
    clockAheadMs: whole('HARVU_CLOCK_AHEAD_MS', env['HARVU_CLOCK_AHEAD_MS'] ?? '0', CENTURY_MS),
  };
}

function whole(name: string, text: string, [least, most]: readonly [number, number]): number {
  const value = Number(text);
  if (Number.isInteger(value) && value >= least && value <= most) return value;
  throw new Error(`${name} is "${text}"; it has to be a whole number from ${least} to ${most}.`);
}
