import type { Plan, PlanSummary, Song, SongRequest } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const TAKEN = { alsoIds: [], songId: null };
const WISH = { title: 'Pebble Road', playedBy: 'The Bollard Children', why: '', wantedBy: null };

describe('requests', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
  });
  afterAll(() => studio.close());

  const ask = async (title: string, more: object = {}) =>
    (await bram.send<SongRequest>('POST', '/api/requests', { ...WISH, title, ...more })).body;

  it('wait with everything the student wrote', async () => {
    const asked = await ask('Pebble Road', { why: 'We sing it.', wantedBy: '2026-12-12' });
    expect(asked).toEqual(
      jasmine.objectContaining({
        studentName: 'bram',
        why: 'We sing it.',
        wantedBy: '2026-12-12',
        status: 'waiting',
        askedAt: studio.now.toISOString(),
      }),
    );
  });

  it('come in several at once, from who is there, all of them or none', async () => {
    const before = (await owner.get<readonly SongRequest[]>('/api/requests')).body.length;
    const send = (...studentIds: readonly string[]) =>
      owner.send('POST', '/api/requests/several', {
        requests: studentIds.map((studentId) => ({ ...WISH, title: 'From a table', studentId })),
      });
    expect((await send(bram.person.id, bram.person.id)).status).toBe(201);
    const found = (await owner.get<readonly SongRequest[]>('/api/requests')).body;
    expect(found.length).toBe(before + 2);
    expect(
      found.filter(({ title, status }) => title === 'From a table' && status === 'waiting'),
    ).toHaveSize(2);
    for (const other of [owner.person.id, 'c0ffee00-3f1c-4b52-9c43-0c0b5b1d2a77'])
      expect((await send(bram.person.id, other)).status).toBe(404);
    expect((await send()).status).toBe(400);
    expect((await owner.get<readonly SongRequest[]>('/api/requests')).body.length).toBe(before + 2);
    const body = { requests: [{ ...WISH, studentId: bram.person.id }] };
    expect((await bram.send('POST', '/api/requests/several', body)).status).toBe(403);
  });

  it('start a song when they are accepted', async () => {
    const { id } = await ask('Cinder Lane');
    const { body } = await owner.send<SongRequest>('POST', `/api/requests/${id}/accept`, TAKEN);
    expect(body.status).toBe('accepted');
    const song = await owner.get<Song>(`/api/songs/${body.songId ?? ''}`);
    expect([song.body.title, song.body.revision]).toEqual(['Cinder Lane', 1]);
  });

  it('give the day that was asked for to the plan, unless the teacher says another', async () => {
    const { id } = await ask('Pebble Road', { wantedBy: '2026-12-12' });
    const { body } = await owner.send<SongRequest>('POST', `/api/requests/${id}/accept`, TAKEN);
    const path = `/api/songs/${body.songId ?? ''}`;
    const text = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick';
    const document = readChart(`${text}\n[A]\n| G | D |`).song;
    await owner.send('PUT', path, { baseRevision: 1, document });
    const cara = await studio.add(owner, { signInName: 'cara' });
    const studentIds = [bram.person.id, cara.person.id];
    await owner.send('POST', `${path}/assign`, { revision: 2, studentIds });
    const wantedBy = async (visitor: Visitor) => {
      const [plan] = (await visitor.get<readonly PlanSummary[]>('/api/plans')).body;
      return (await visitor.get<Plan>(`/api/plans/${plan?.id ?? ''}`)).body.teaching.wantedOn;
    };
    expect([await wantedBy(bram), await wantedBy(cara)]).toEqual(['2026-12-12', null]);
  });

  it('tell the student why they are declined', async () => {
    const { id } = await ask('Nine Bridges');
    const path = `/api/requests/${id}/decline`;
    expect((await owner.send('POST', path, { reason: '   ', alsoIds: [] })).body.field).toBe(
      'reason',
    );
    await owner.send('POST', path, { reason: 'The waltz first.', alsoIds: [] });
    const own = await bram.get<readonly SongRequest[]>('/api/requests');
    expect(own.body.find((one) => one.id === id)?.reason).toBe('The waltz first.');
  });

  it('are answered once, also when two teachers answer in the same moment', async () => {
    const { id } = await ask('Twice');
    const answers = await Promise.all([
      owner.send('POST', `/api/requests/${id}/accept`, TAKEN),
      owner.send('POST', `/api/requests/${id}/accept`, TAKEN),
    ]);
    expect(answers.map((one) => one.status).sort()).toEqual([200, 409]);
    const songs = await owner.get<readonly Song[]>('/api/songs');
    expect(songs.body.filter((song) => song.title === 'Twice').length).toBe(1);
  });

  it('are seen by the one who asked and by teachers', async () => {
    await ask('Seen');
    const other = await studio.add(owner, { signInName: 'other' });
    expect((await other.get<readonly SongRequest[]>('/api/requests')).body).toEqual([]);
    expect((await bram.get<readonly SongRequest[]>('/api/requests')).body.length).toBeGreaterThan(
      0,
    );
  });

  it('come from students', async () => {
    expect((await owner.send('POST', '/api/requests', WISH)).status).toBe(403);
  });
});
