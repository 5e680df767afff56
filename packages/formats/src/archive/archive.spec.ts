import { createHash } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { openArchive, whyRefused, writeArchive, type Archive, type ArchiveTable } from './index';
import type { Digest } from './archive';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

const SONGS: ArchiveTable = {
  name: 'songs',
  says: 'songs of the studio',
  columns: [
    { name: 'id', kind: 'id', says: 'which' },
    { name: 'title', kind: 'words', says: 'what it is called' },
    { name: 'tags', kind: 'data', says: 'words to find it by' },
    { name: 'document', kind: 'document', says: 'the song itself' },
    { name: 'secret', kind: 'secret', says: 'nothing', mayBeNone: true },
  ],
};
const ROWS = [
  {
    ...{ id: 'a', title: '=1+1', tags: ['slow', 'Łódź 🎸'] },
    ...{ document: { bars: [1, null, 'x\n'] }, secret: null },
  },
  { id: 'b', title: 'Lock, "at" dusk', tags: [], document: {}, secret: 'hash' },
];
const ARCHIVE: Archive = {
  ...{ form: 'test-1', exportedAt: '2026-11-27T10:00:00.000Z', about: 'A test.' },
  ...{ tables: [SONGS], rows: { songs: ROWS } },
};
const EXPECTED = { form: 'test-1', tables: [SONGS] };

/** All rows of an archive at once, or why it was refused. */
function readWhole(bytes: Uint8Array, expected: typeof EXPECTED, digest: Digest) {
  const found = openArchive(bytes, expected, digest);
  if (!found.ok) return found;
  try {
    const rows = expected.tables.map((table) => [table.name, [...found.rowsOf(table)]] as const);
    return { ok: true as const, exportedAt: found.exportedAt, rows: Object.fromEntries(rows) };
  } catch (error) {
    return { ok: false as const, why: whyRefused(error) ?? 'thrown' };
  }
}

function changed(change: (files: Record<string, Uint8Array>) => void): Uint8Array {
  const files = unzipSync(writeArchive(ARCHIVE, sha256));
  change(files);
  return zipSync(files);
}

describe('an archive', () => {
  it('comes back as it was', () => {
    expect(readWhole(writeArchive(ARCHIVE, sha256), EXPECTED, sha256)).toEqual({
      ...{ ok: true, exportedAt: ARCHIVE.exportedAt, rows: { songs: ROWS } },
    });
  });

  it('is the same, byte for byte, for the same rows', () => {
    expect(sha256(writeArchive(ARCHIVE, sha256))).toBe(sha256(writeArchive(ARCHIVE, sha256)));
  });

  it('has tables for a spreadsheet without formulas, large documents and secrets', () => {
    const files = unzipSync(writeArchive(ARCHIVE, sha256));
    const [head, first] = strFromU8(files['csv/songs.csv'] ?? new Uint8Array()).split('\r\n');
    expect(head).toBe('id,title,tags');
    expect(first).toBe('a,\'=1+1,"[""slow"",""Łódź 🎸""]"');
  });

  it('lists each of its files with its length and checksum, and says what stands in them', () => {
    const files = unzipSync(writeArchive(ARCHIVE, sha256));
    const { files: listed } = JSON.parse(strFromU8(files['manifest.json'] ?? new Uint8Array())) as {
      files: { name: string; bytes: number; sha256: string }[];
    };
    expect(listed.map(({ name }) => name).sort()).toEqual(
      Object.keys(files)
        .filter((name) => name !== 'manifest.json')
        .sort(),
    );
    for (const { name, bytes, sha256: sum } of listed) {
      expect(files[name]?.length).withContext(name).toBe(bytes);
      expect(sha256(files[name] ?? new Uint8Array()))
        .withContext(name)
        .toBe(sum);
    }
    expect(strFromU8(files['schema.json'] ?? new Uint8Array())).toContain('words to find it by');
  });

  const REFUSED: readonly (readonly [what: string, bytes: Uint8Array, why: RegExp])[] = [
    ['nothing', new Uint8Array(), /no zip file/],
    ['text', strToU8('hello'), /no zip file/],
    ['a zip of something else', zipSync({ 'a.txt': strToU8('a') }), /no manifest/],
    ['a list that is none', changed((files) => (files['manifest.json'] = strToU8('{'))), /damaged/],
    [
      'another form',
      changed((files) => (files['manifest.json'] = strToU8('{"form":"test-2","files":[]}'))),
      /“test-2”; “test-1” is read/,
    ],
    [
      'a file that is missing',
      changed((files) => delete files['data/songs.json']),
      /data\/songs.json is missing/,
    ],
    [
      'a row that was changed',
      changed((files) => (files['data/songs.json'] = strToU8('[]'))),
      /does not fit its checksum/,
    ],
  ];
  for (const [what, bytes, why] of REFUSED)
    it(`is refused with the reason: ${what}`, () => {
      const found = readWhole(bytes, EXPECTED, sha256);
      expect(found.ok ? '' : found.why).toMatch(why);
    });

  it('is refused where it unpacks to far more than any export', () => {
    const row = `{"id":"a","title":"${'x'.repeat(4000)}"}`;
    const many = strToU8(`[${Array.from({ length: 20_000 }, () => `\n${row}`).join(',')}\n]\n`);
    const bomb = changed((files) => (files['data/songs.json'] = many));
    expect(bomb.length).toBeLessThan(500_000);
    const found = openArchive(bomb, EXPECTED, sha256);
    expect(found.ok ? '' : found.why).toContain('more than an export of a studio');
  });

  it('is read whole or not at all, wherever it was cut or changed', () => {
    const whole = writeArchive(ARCHIVE, sha256);
    for (let at = 0; at < whole.length; at += 7) {
      const spoilt = whole.slice();
      spoilt[at] = (spoilt[at] ?? 0) ^ 0xff;
      for (const bytes of [whole.slice(0, at), spoilt]) {
        const found = readWhole(bytes, EXPECTED, sha256);
        if (found.ok) expect(found.rows).withContext(`${at}`).toEqual({ songs: ROWS });
      }
    }
  });
});
