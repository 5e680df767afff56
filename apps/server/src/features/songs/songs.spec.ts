import { readFileSync } from 'node:fs';
import type {
  RevisionDocument,
  RevisionSummary,
  SavedSong,
  Song,
  SongChange,
  SongSummary,
} from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import type { SongDocument } from '@harvu/core/song';
import { QueryTypes } from 'sequelize';
import { TestStudio, type Visitor } from '../../../testing/test-studio';
import { transactionsOf } from '../../platform/database';
import { createSongsStore, deletedSongs } from './index';

const documentOf = (chart: string): SongDocument => readChart(chart).song;

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';

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

  it('begin with all of a song where it comes from a file, or with nothing', async () => {
    const document = documentOf('tempo: 92\n[A] x2\n| G | D |\n1. | C |\n2. | Em |');
    const body = { title: 'From a file', playedBy: 'Harn Quay Nine', document };
    const made = await owner.send<Song>('POST', '/api/songs', body);
    expect(made.status).toBe(201);
    expect((await owner.get<Song>(`/api/songs/${made.body.id}`)).body).toEqual(
      jasmine.objectContaining({ revision: 1, document }),
    );
    const before = (await owner.get<readonly SongSummary[]>('/api/songs')).body.length;
    for (const bad of [null, 7, { ...document, sections: [{ name: 'A' }] }, { sections: [] }]) {
      const refused = await owner.send('POST', '/api/songs', { ...body, document: bad });
      expect(refused.status).toBe(400);
    }
    expect((await owner.get<readonly SongSummary[]>('/api/songs')).body.length).toBe(before);
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

  it('list the states to go back to, one for every few minutes, the first, and those somebody learns', async () => {
    const { id } = await start();
    const student = await studio.add(owner, { signInName: `learner${Date.now()}` });
    const later = (minutes: number) =>
      (studio.now = new Date(studio.now.getTime() + minutes * 60_000));
    await save(id, 1, documentOf(`${FRAME}[A]\n| G | D |`));
    await owner.send('POST', `/api/songs/${id}/assign`, {
      ...{ revision: 2, studentIds: [student.person.id] },
    });
    later(1);
    await save(id, 2, documentOf('[A]\n| G | C |'));
    later(1);
    await save(id, 3, documentOf('[A]\n| G | Em |'));
    later(30);
    await save(id, 4, documentOf('[A]\n| G | Am |'));
    const { body } = await owner.get<readonly RevisionSummary[]>(`/api/songs/${id}/revisions`);
    expect(body.map(({ number, by, planCount }) => [number, by, planCount])).toEqual([
      [5, owner.person.name, 0],
      [4, owner.person.name, 0],
      [2, owner.person.name, 1],
      [1, owner.person.name, 0],
    ]);
    const old = await owner.get<RevisionDocument>(`/api/songs/${id}/revisions/2`);
    expect(old.body.document).toEqual(documentOf(`${FRAME}[A]\n| G | D |`));
    for (const number of ['99', '0x2', '-1'])
      expect((await owner.get(`/api/songs/${id}/revisions/${number}`)).status).toBe(404);
  });

  it('tell whoever waits that a song was saved elsewhere, at once', async () => {
    const { id } = await start();
    const teacher = await studio.add(owner, { signInName: `t${Date.now()}`, role: 'teacher' });
    const waiting = teacher.get<SongChange>(`/api/songs/${id}/changes/1`);
    await save(id, 1, documentOf('[A]\n| G |'));
    expect((await waiting).body).toEqual({ revision: 2, by: owner.person.name });
    const nothing = await teacher.get(`/api/songs/${id}/changes/2`);
    expect([nothing.status, nothing.body]).toEqual([200, null]);
  });

  it('are given with something to listen for only by a word of confirmation', async () => {
    const { id } = await start();
    const student = await studio.add(owner, { signInName: `d${Date.now()}` });
    await save(id, 1, documentOf(`${FRAME}[A]\n| G | D? |`));
    const give = (more: object) =>
      owner.send('POST', `/api/songs/${id}/assign`, {
        ...{ revision: 2, studentIds: [student.person.id], ...more },
      });
    const refused = await give({});
    expect([refused.status, refused.body.field]).toEqual([409, 'despiteDoubts']);
    expect(refused.body.title).toContain('Bar 2 needs listening.');
    expect((await give({ despiteDoubts: true })).status).toBe(204);
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

  describe('on the shelf', () => {
    const list = async () => (await owner.get<readonly SongSummary[]>('/api/songs')).body;
    const inList = async (id: string) => (await list()).find((one) => one.id === id);
    const move = (id: string, place: string) =>
      owner.send('PUT', `/api/songs/${id}/place`, { place });

    it('show their sections, and are renamed and tagged', async () => {
      const { id } = await start('A rough name');
      await save(id, 1, documentOf('map: A, B, A +2\n[A]\n| G |\n[B]\n| D | C |'));
      const label = {
        title: ' Ferry Song ',
        playedBy: 'Ossel',
        tags: ['capo', 'capo ', 'evening'],
      };
      expect((await owner.send('PUT', `/api/songs/${id}/head`, label)).status).toBe(204);
      const listed = await inList(id);
      expect([listed?.title, listed?.playedBy, listed?.tags]).toEqual([
        ...['Ferry Song', 'Ossel'],
        ['capo', 'evening'],
      ]);
      expect(listed?.blocks.map(({ letter, bars }) => [letter, bars])).toEqual([
        ['A', 1],
        ['B', 2],
        ['A⁺²', 1],
      ]);
      expect(listed?.chords).toEqual(['G', 'D', 'C', 'A']);
    });

    it('are copied with all their music, and go on apart', async () => {
      const { id } = await start('Weir');
      await save(id, 1, documentOf('[A]\n| G |'));
      const { body: copy } = await owner.send<Song>('POST', `/api/songs/${id}/copy`);
      expect([copy.title, copy.id === id]).toEqual(['Weir, a copy', false]);
      expect(copy.document).toEqual(documentOf('[A]\n| G |'));
      await save(copy.id, copy.revision, documentOf('[A]\n| D |'));
      expect((await owner.get<Song>(`/api/songs/${id}`)).body.document).toEqual(
        documentOf('[A]\n| G |'),
      );
    });

    it('are put away and brought back', async () => {
      const { id } = await start();
      await move(id, 'away');
      expect((await inList(id))?.place).toBe('away');
      await move(id, 'here');
      expect(await inList(id)).toEqual(jasmine.objectContaining({ place: 'here', movedAt: null }));
      expect((await move(id, 'elsewhere')).status).toBe(400);
    });

    it('are not deleted while somebody learns them', async () => {
      const { id } = await start();
      await save(id, 1, documentOf(`${FRAME}[A]\n| G | D |`));
      const student = await studio.add(owner, { signInName: `shelf${Date.now()}` });
      const studentIds = [student.person.id];
      await owner.send('POST', `/api/songs/${id}/assign`, { revision: 2, studentIds });
      expect((await move(id, 'deleted')).status).toBe(409);
      expect((await inList(id))?.place).toBe('here');
    });

    it('are given to nobody once they are deleted', async () => {
      const { id } = await start();
      await save(id, 1, documentOf(`${FRAME}[A]\n| G | D |`));
      const student = await studio.add(owner, { signInName: `gone${Date.now()}` });
      await move(id, 'deleted');
      const give = { revision: 2, studentIds: [student.person.id] };
      expect((await owner.send('POST', `/api/songs/${id}/assign`, give)).status).toBe(409);
      await move(id, 'here');
      expect((await owner.send('POST', `/api/songs/${id}/assign`, give)).status).toBeLessThan(300);
    });

    it('are kept for 30 days on which the studio runs, then removed with all that was written', async () => {
      const { id } = await start();
      await move(id, 'deleted');
      const songs = createSongsStore(studio.sequelize);
      const deleted = deletedSongs({ songs, inTransaction: transactionsOf(studio.sequelize) });
      const [one] = (await deleted.putAway()).filter((song) => song.id === id);
      expect(one).toEqual({ id, since: studio.now, keepDays: 30 });
      await deleted.erase(id);
      expect(await songs.isThere(id)).toBeFalse();
      expect((await owner.get(`/api/songs/${id}`)).status).toBe(404);
    });

    it('are none of a student’s business', async () => {
      const { id } = await start();
      const student = await studio.add(owner, { signInName: `curious${Date.now()}` });
      const label = { title: 'Mine', playedBy: '', tags: [] };
      for (const [method, path, body] of [
        ['PUT', `/api/songs/${id}/head`, label],
        ['PUT', `/api/songs/${id}/place`, { place: 'deleted' }],
        ['POST', `/api/songs/${id}/copy`, undefined],
      ] as const) {
        expect((await student.send(method, path, body)).status).toBe(403);
      }
    });
  });

  it('are kept whatever of the chart text is written in them: every example of its description', async () => {
    const told = readFileSync(
      new URL('../../../../../docs/chart-text.md', import.meta.url),
      'utf8',
    );
    const blocks = [...told.matchAll(/(?:^ {4}.*\n(?:\n(?= {4}))?)+/gm)].map(([block]) =>
      block.replace(/^ {4}/gm, '').replace(/ {4,}.*$/gm, ''),
    );
    const said = [...told.matchAll(/`([^`]+)`/g)].map(([, words = '']) => words);
    const texts = [
      ...blocks,
      ...said.filter((one) => one.startsWith('|')).map((row) => `[A]\n${row}`),
      ...said.filter((one) => one.startsWith('[')).map((head) => `${head}\n| G |`),
      ...said.map((word) => `[A]\n| ${word} | D |`),
    ];
    expect(texts.length).toBeGreaterThan(120);
    const { id } = await start();
    let revision = 1;
    for (const text of texts) {
      const { status, body } = await save(id, revision, readChart(text).song);
      expect(status)
        .withContext(`${text}: ${JSON.stringify(body)}`)
        .toBe(200);
      ({ revision } = body);
    }
  });
});
