import type { Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { findingsOf } from '@harvu/core/checks';
import { createHash } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';
import { rekeyOverrules } from './rekey-overrules';

const CHART = 'grip D: xx0242\n[A] bars 3\n| D | G |\n[B]\n| C? |';

describe('what teachers said under keys of words', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let songId: string;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    const song = { title: 'A song', playedBy: '' };
    songId = (await owner.send<Song>('POST', '/api/songs', song)).body.id;
    const document = readChart(CHART).song;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 1, document });
  });
  afterAll(() => studio.close());

  const keep = (key: string) =>
    studio.sequelize.query(
      'INSERT INTO overrules (song_id, key_hash, finding_key, reason, author_id, created_at) VALUES (?, ?, ?, ?, ?, ?)',
      {
        replacements: [
          ...[songId, createHash('sha256').update(key).digest('hex'), key, 'Meant so.'],
          ...[owner.person.id, studio.now],
        ],
      },
    );
  const keys = async () =>
    (await owner.get<Song>(`/api/songs/${songId}`)).body.overruled.map((one) => one.key);

  it('is kept under keys of codes, each for its own finding, and once', async () => {
    const { document } = (await owner.get<Song>(`/api/songs/${songId}`)).body;
    const findings = findingsOf(document);
    const slip = 'grip-slip|D|xx0242';
    const doubt = 'doubt-open|B|Bar 1 needs listening.';
    const ledger =
      'bar-ledger|A|"A" is said to have 3 bars; 2 are written. Write the rest, or correct the count. [A] bars 3';
    for (const key of [slip, doubt, ledger, 'clock|A|of long ago']) await keep(key);
    await rekeyOverrules(studio.stores);
    const now = await keys();
    for (const code of ['grip-slip', 'doubt-open', 'bar-ledger'])
      expect(now).toContain(findings.find((one) => one.code === code)?.key ?? code);
    expect(now).toContain('clock|A|of long ago');
    const before = await studio.everything();
    await rekeyOverrules(studio.stores);
    expect(await studio.everything()).toBe(before);
  });
});
