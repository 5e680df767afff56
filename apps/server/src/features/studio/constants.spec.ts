import type { Plan, PlanSummary, Problem, Song, StudioConstants } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

describe('the constants of a studio', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeEach(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
  });
  afterEach(() => studio.close());

  const save = async (values: object) => {
    const { version } = (await owner.get<StudioConstants>('/api/constants')).body;
    return owner.send<Problem & StudioConstants>('PUT', '/api/constants', {
      ...{ baseVersion: version, values },
    });
  };

  it('are those assumed until the owner sets their own, within bounds', async () => {
    expect((await owner.get('/api/constants')).body).toEqual({ version: 0, values: {} });
    const own = { rungRatio: 1.1, gripMinutes: 8 };
    expect((await save(own)).body.version).toBe(1);
    expect((await owner.get('/api/constants')).body).toEqual({ version: 1, values: own });
    for (const [field, value] of [
      ['rungRatio', 9],
      ['reach13Mm', 90],
      ['gripMinutes', 'long'],
    ] as const) {
      const answer = await save({ [field]: value });
      expect([answer.status, answer.body.field])
        .withContext(field)
        .toEqual([400, `values.${field}`]);
    }
    expect((await owner.get('/api/constants')).body).toEqual({ version: 1, values: own });
  });

  it('are not set over a change that somebody else made in between', async () => {
    const { version } = (await owner.get<StudioConstants>('/api/constants')).body;
    await save({ rungRatio: 1.12 });
    const late = { baseVersion: version, values: { rungRatio: 1.2 } };
    const answer = await owner.send('PUT', '/api/constants', late);
    expect([answer.status, answer.body.field]).toEqual([409, 'baseVersion']);
  });

  it('are taken into a plan when it is made, and do not move it afterwards', async () => {
    const bram = await studio.add(owner, { signInName: 'bram' });
    const { id } = (await owner.send<Song>('POST', '/api/songs', { title: 'A', playedBy: '' }))
      .body;
    await owner.send('PUT', `/api/songs/${id}`, {
      baseRevision: 1,
      document: readChart('[A]\n| G | D |').song,
    });
    await save({ rungRatio: 1.2 });
    await owner.send('POST', `/api/songs/${id}/assign`, {
      revision: 2,
      studentIds: [bram.person.id],
    });
    await save({ rungRatio: 1.05 });
    const [plan] = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    const { figures } = (await bram.get<Plan>(`/api/plans/${plan?.id ?? ''}`)).body;
    expect(figures.constants).toEqual({ rungRatio: 1.2 });
  });
});
