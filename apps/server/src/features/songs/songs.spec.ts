import type { SavedSong, Song } from '@harvu/contract';
import { readChart, type SongDocument } from '@harvu/core/song';
import { QueryTypes } from 'sequelize';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const documentOf = (chart: string): SongDocument => readChart(chart).song;

describe('songs', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeAll(async () => ({ studio, owner } = await TestStudio.withOwner()));
  afterAll(() => studio.close());

  const start = async (title = 'A song') =>
    (await owner.send<Song>('POST', '/api/songs', { title, playedBy: '' })).body;
  const save = (id: string, baseRevision: number, document: unknown) =>
    owner.send<SavedSong>('PUT', `/api/songs/${id}`, { baseRevision, document });

  it('keep every revision as it was, with a checksum and its author', async () => {
    const { id } = await start();
    await save(id, 1, documentOf('[A]\n| G |'));
    const second = await save(id, 2, documentOf('[A]\n| D |'));
    expect(second.body.revision).toBe(3);
    const rows = await studio.sequelize.query<{ author_id: string; checksum: string }>(
      'SELECT author_id, checksum FROM song_revisions WHERE song_id = ?',
      { replacements: [id], type: QueryTypes.SELECT },
    );
    expect(new Set(rows.map((row) => row.checksum)).size).toBe(3);
    expect(rows.every((row) => row.author_id === owner.person.id)).toBeTrue();
  });

  it('make no new revision of what has not changed', async () => {
    const { id, document } = await start();
    expect((await save(id, 1, document)).body.revision).toBe(1);
  });

  it('give back exactly what was saved, whatever the text was', async () => {
    const { id } = await start();
    const document = documentOf('# “ünï” 🎸\ncapo: 2\n[A] cue "o"\n| G? . Em! . | % |\nnonsense');
    await save(id, 1, document);
    expect((await owner.get<Song>(`/api/songs/${id}`)).body.document).toEqual(document);
  });

  it('tell whoever saves second, and keep the first', async () => {
    const { id } = await start();
    const both = await Promise.all([
      save(id, 1, documentOf('[A]\n| G |')),
      save(id, 1, documentOf('[A]\n| D |')),
    ]);
    expect(both.map((one) => one.status).sort()).toEqual([200, 409]);
    expect((await owner.get<Song>(`/api/songs/${id}`)).body.revision).toBe(2);
  });

  it('keep a teacher’s word against a finding, with the reason, until it is taken back', async () => {
    const { id } = await start();
    const path = `/api/songs/${id}/overrules`;
    expect((await owner.send('POST', path, { key: 'k', reason: ' ' })).body.field).toBe('reason');
    await owner.send('POST', path, { key: 'k', reason: 'Meant so.' });
    await owner.send('POST', path, { key: 'k', reason: 'Meant so, truly.' });
    const kept = (await owner.get<Song>(`/api/songs/${id}`)).body.overruled;
    expect(kept).toEqual([
      { key: 'k', reason: 'Meant so, truly.', by: 'Ilse', at: studio.now.toISOString() },
    ]);
    await owner.send('POST', `${path}/withdraw`, { key: 'k' });
    expect((await owner.get<Song>(`/api/songs/${id}`)).body.overruled).toEqual([]);
  });

  it('refuse a document that no chart could be', async () => {
    const { id } = await start();
    const good = documentOf('[A]\n| G |');
    const bad: readonly (readonly [string, unknown])[] = [
      ['document.frame.capo', { ...good, frame: { capo: 40 } }],
      ['document.frame.meter', { ...good, frame: { meter: { beats: 7, unit: 8, groups: [3] } } }],
      ['document.extra', { ...good, extra: 1 }],
      ['document.sections[0].id', { ...good, sections: [{ ...good.sections[0], id: '1' }] }],
      ['document.grips', { ...good, grips: 'none' }],
    ];
    for (const [field, document] of bad) {
      const answer = await owner.send('PUT', `/api/songs/${id}`, { baseRevision: 1, document });
      expect([answer.status, answer.body.code]).withContext(field).toEqual([400, 'bad-request']);
    }
    expect((await owner.get<Song>(`/api/songs/${id}`)).body.revision).toBe(1);
  });
});
