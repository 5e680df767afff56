import type { Evening, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

describe('the programme of the evening', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    const started = { title: 'A song', playedBy: '' };
    const { id } = (await owner.send<Song>('POST', '/api/songs', started)).body;
    const text = 'tempo: 60\nmeter: 4/4\ntuning: D A D G B E\ncapo: 2\n[A]\n| D | G |';
    const document = readChart(text).song;
    await owner.send('PUT', `/api/songs/${id}`, { baseRevision: 1, document });
    await owner.send('POST', `/api/songs/${id}/assign`, {
      ...{ revision: 2, studentIds: [bram.person.id], despiteDoubts: true },
    });
  });
  afterAll(() => studio.close());
  const evening = async () => (await owner.get<Evening>('/api/evening')).body;
  const save = (baseVersion: number, planIds: readonly string[], more: object = {}) =>
    owner.send<Evening>('PUT', '/api/evening', {
      ...{
        baseVersion,
        programme: { title: 'Lantern Night', day: '2026-12-15', planIds, ...more },
      },
    });

  it('is empty at first, beside every song that could be on it, and kept as it is saved', async () => {
    const first = await evening();
    expect([first.version, first.programme.planIds]).toEqual([0, []]);
    const [play] = first.plays;
    expect([play?.title, play?.studentName, play?.capo, play?.tuning[0], play?.lasts]).toEqual([
      ...['A song', 'bram', 2, 'D2', 8],
    ] as never);
    const saved = await save(0, [play?.planId ?? '']);
    expect([saved.status, saved.body.version]).toEqual([200, 1]);
    expect((await evening()).programme).toEqual({
      ...{ title: 'Lantern Night', day: '2026-12-15', planIds: [play?.planId ?? ''] },
    });
    // Whoever had seen an older one is told.
    expect((await save(0, [])).status).toBe(409);
  });

  it('holds only songs in work, each once, and is for who teaches', async () => {
    const { version, plays } = await evening();
    const id = plays[0]?.planId ?? '';
    const answers = [
      await save(version, [id, id]),
      await save(version, [randomUUID()]),
      await save(version, ['x']),
      await save(version, [], { day: '2026-02-31' }),
    ];
    expect(answers.map(({ status }) => status)).toEqual([400, 404, 400, 400]);
    expect((await bram.get('/api/evening')).status).toBe(403);
    expect((await evening()).version).toBe(version);
  });
});
