import type { PlanSummary, RequestQueue, Song, SongRequest } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const WISH = { playedBy: '', why: '', wantedBy: null };
const EASY = 'tempo: 80\nmeter: 4/4\n[A]\n| G | D | G | D |';
const HARD = 'tempo: 150\nmeter: 4/4\n[A]\n| Bb Gm | Eb F | Bm C#m | F#m B | Ab Cm | Fm Db |';

describe('the queue of requests', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let cara: Visitor;
  beforeEach(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    cara = await studio.add(owner, { signInName: 'cara' });
  });
  afterEach(() => studio.close());

  const ask = async (who: Visitor, title: string) =>
    (await who.send<SongRequest>('POST', '/api/requests', { ...WISH, title })).body;
  const queue = async () => (await owner.get<RequestQueue>('/api/requests/queue')).body;
  const paste = (id: string, chords: string) =>
    owner.send('PUT', `/api/requests/${id}/chords`, { chords });
  const accept = (id: string, more: object = {}) =>
    owner.send<SongRequest>('POST', `/api/requests/${id}/accept`, {
      ...{ alsoIds: [], songId: null },
      ...more,
    });

  it('knows nothing of a song until its chords are there, then weighs it for everybody who asks', async () => {
    const { id } = await ask(bram, 'Pebble Road');
    await ask(cara, 'pebble rd.');
    const before = (await queue()).waiting;
    expect(before.map(({ chart, fit }) => [chart, fit])).toEqual([
      [null, null],
      [null, null],
    ]);
    await paste(id, EASY);
    const { waiting, today } = await queue();
    expect(today).toBe('2026-11-24');
    expect(waiting.map(({ chart, fit, grips }) => [chart, fit?.verdict, grips.join(' ')])).toEqual([
      ['rough', 'now', 'G D'],
      ['rough', 'now', 'G D'],
    ]);
    await paste(id, HARD);
    expect((await queue()).waiting.map(({ fit }) => fit?.verdict)).toEqual(['later', 'later']);
    await paste(id, '');
    expect((await queue()).waiting.every(({ fit }) => fit === null)).toBeTrue();
  });

  it('weighs by the song on the shelf where there is one', async () => {
    const started = { title: 'Tin Waltz', playedBy: '' };
    const { id } = (await owner.send<Song>('POST', '/api/songs', started)).body;
    const document = readChart(EASY).song;
    await owner.send('PUT', `/api/songs/${id}`, { baseRevision: 1, document });
    const asked = await ask(bram, 'The Tin Waltz');
    const [one] = (await queue()).waiting;
    expect([one?.chart, one?.shelf]).toEqual(['shelf', { id, title: 'Tin Waltz' }]);
    const { body } = await accept(asked.id, { songId: id });
    expect(body.songId).toBe(id);
  });

  it('tells what is in work, so that one sees what is shared', async () => {
    const { id } = (await owner.send<Song>('POST', '/api/songs', { title: 'A song', playedBy: '' }))
      .body;
    const document = readChart(EASY).song;
    await owner.send('PUT', `/api/songs/${id}`, { baseRevision: 1, document });
    await owner.send('POST', `/api/songs/${id}/assign`, {
      ...{ revision: 2, studentIds: [bram.person.id], despiteDoubts: true },
    });
    const plans = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    expect(plans.length).toBe(1);
    expect((await queue()).inWork).toEqual([{ title: 'A song', grips: ['G', 'D'] }]);
  });

  it('answers everybody who asked for the song with it, its chords already in it', async () => {
    const first = await ask(bram, 'Pebble Road');
    const second = await ask(cara, 'Peble Road');
    await paste(first.id, EASY);
    const { body } = await accept(first.id, { alsoIds: [second.id] });
    const told = async (who: Visitor, start = 'Peb') => {
      const all = (await who.get<readonly SongRequest[]>('/api/requests')).body;
      return all.find(({ title }) => title.startsWith(start));
    };
    expect([(await told(bram))?.status, (await told(cara))?.status]).toEqual([
      'accepted',
      'accepted',
    ]);
    expect((await told(cara))?.songId).toBe(body.songId);
    const song = (await owner.get<Song>(`/api/songs/${body.songId ?? ''}`)).body;
    expect(song.document.sections.map(({ name }) => name)).toEqual(['A']);
    const third = await ask(bram, 'Nine Bridges');
    const fourth = await ask(cara, 'Nine Bridges');
    await owner.send('POST', `/api/requests/${third.id}/decline`, {
      ...{ reason: 'Later: first F.', alsoIds: [fourth.id] },
    });
    const late = await told(cara, 'Nine');
    expect([late?.status, late?.reason]).toEqual(['declined', 'Later: first F.']);
  });

  it('is for who teaches; a student sees no chords that were pasted', async () => {
    const { id } = await ask(bram, 'Pebble Road');
    await paste(id, EASY);
    const [own] = (await bram.get<readonly SongRequest[]>('/api/requests')).body;
    expect(own?.chords).toBe('');
    const refused = [
      await bram.get('/api/requests/queue'),
      await bram.send('PUT', `/api/requests/${id}/chords`, { chords: '' }),
    ];
    expect(refused.map(({ status }) => status)).toEqual([403, 403]);
    expect((await accept(id, { songId: 'x' })).status).toBe(400);
    expect((await accept(id, { songId: '7b0c7e52-6f2f-4c47-9a6b-0c7e526f2f4c' })).status).toBe(404);
    expect((await queue()).waiting.length).toBe(1);
  });
});
