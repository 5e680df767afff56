import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');

interface LockedPackage {
  readonly version?: string;
  readonly license?: string;
  readonly dev?: true;
  readonly devOptional?: true;
  readonly link?: true;
}

/** What may be given on with a program that is not itself under that licence. */
const ALLOWED = [
  ...['MIT', 'MIT-0', 'ISC', '0BSD', 'BSD-2-Clause', 'BSD-3-Clause', 'Apache-2.0', 'Zlib'],
  ...['BlueOak-1.0.0', 'Unlicense', 'CC0-1.0', 'CC-BY-4.0', 'Python-2.0', 'OFL-1.1'],
];
/** Used as they come, unchanged, files of their own; `png-js` says it is MIT in a file beside. */
const BESIDE: Readonly<Record<string, string>> = {
  ...{ mariadb: 'LGPL-2.1-or-later', 'ical.js': 'MPL-2.0', 'png-js': 'none said' },
};

/** Every package that runs with Harvu, by its place in node_modules, with its licence. */
function runtimePackages(): ReadonlyMap<string, string> {
  const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8')) as {
    readonly packages: Readonly<Record<string, LockedPackage>>;
  };
  const found = new Map<string, string>();
  for (const [place, one] of Object.entries(lock.packages)) {
    const isOurs = !place.includes('node_modules/') || one.link;
    if (isOurs || one.dev || one.devOptional) continue;
    found.set(place.replace(/^.*node_modules\//, ''), one.license ?? licenceOf(place));
  }
  return found;
}

function licenceOf(place: string): string {
  const path = join(ROOT, place, 'package.json');
  if (!existsSync(path)) return 'not installed here';
  const { license } = JSON.parse(readFileSync(path, 'utf8')) as { readonly license?: string };
  return license ?? 'none said';
}

/** One of several that may be chosen has to be allowed; all of several that hold together. */
function isAllowed(licence: string): boolean {
  const plain = licence.replace(/[()]/g, '');
  return plain
    .split(' OR ')
    .some((choice) => choice.split(' AND ').every((one) => ALLOWED.includes(one.trim())));
}

describe('the packages that run with Harvu', () => {
  const packages = runtimePackages();

  it('have licences that fit a program that is not given on under them', () => {
    expect(packages.size).toBeGreaterThan(80);
    const unfit = [...packages].filter(
      ([name, licence]) =>
        !isAllowed(licence) && BESIDE[name] !== licence && licence !== 'not installed here',
    );
    expect(unfit).toEqual([]);
  });

  it('would be told if one had another', () => {
    for (const licence of ['GPL-2.0-only', 'AGPL-3.0', 'MIT AND GPL-3.0', 'none said'])
      expect(isAllowed(licence)).withContext(licence).toBeFalse();
    expect(isAllowed('(MIT OR GPL-2.0-only)')).toBeTrue();
  });
});
