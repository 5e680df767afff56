import type { Plan, PlanSummary, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

describe('the constants of a studio', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
  });
  afterAll(() => studio.close());

  it('are those assumed until the owner sets their own, within bounds', async () => {
    await owner.send('PUT', '/api/constants', {});
    expect((await owner.get('/api/constants')).body).toEqual({});
    const own = { rungRatio: 1.1, gripMinutes: 8 };
    expect((await owner.send('PUT', '/api/constants', own)).status).toBe(200);
    expect((await owner.get('/api/constants')).body).toEqual(own);
    for (const [field, value] of [
      ['rungRatio', 9],
      ['reach13Mm', 90],
      ['gripMinutes', 'long'],
    ] as const) {
      const answer = await owner.send('PUT', '/api/constants', { [field]: value });
      expect([answer.status, answer.body.field]).withContext(field).toEqual([400, field]);
    }
    expect((await owner.get('/api/constants')).body).toEqual(own);
  });

  it('are taken into a plan when it is made, and do not move it afterwards', async () => {
    const bram = await studio.add(owner, { signInName: 'bram' });
    const { id } = (await owner.send<Song>('POST', '/api/songs', { title: 'A', playedBy: '' }))
      .body;
    await owner.send('PUT', `/api/songs/${id}`, {
      baseRevision: 1,
      document: readChart('[A]\n| G | D |').song,
    });
    await owner.send('PUT', '/api/constants', { rungRatio: 1.2 });
    await owner.send('POST', `/api/songs/${id}/assign`, {
      revision: 2,
      studentIds: [bram.person.id],
    });
    await owner.send('PUT', '/api/constants', { rungRatio: 1.05 });
    const [plan] = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    const { figures } = (await bram.get<Plan>(`/api/plans/${plan?.id ?? ''}`)).body;
    expect(figures.constants).toEqual({ rungRatio: 1.2 });
  });
});
