import type { PlanSummary, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

describe('tables for a spreadsheet', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let lowe: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram', name: '=Bram("x"), Tessel' });
    lowe = await studio.add(owner, { signInName: 'lowe' });
    const document = readChart('tempo: 92\n[A]\n| G | D |').song;
    const body = { title: '@Weir', playedBy: 'Ossel', document };
    const { id } = (await owner.send<Song>('POST', '/api/songs', body)).body;
    await owner.send('POST', `/api/songs/${id}/assign`, {
      revision: 1,
      studentIds: [bram.person.id],
    });
    const [plan] = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    await bram.send('POST', `/api/plans/${plan?.id ?? ''}/events`, {
      events: [
        {
          ...{ id: randomUUID(), kind: 'try', stepId: 'ready', bpm: null, clean: true, passes: 1 },
          ...{ seconds: 30, at: '2026-11-24T10:00:00.000Z', day: '2026-11-24', revision: 1 },
        },
      ],
    });
  });
  afterAll(() => studio.close());
  const lines = async (path: string): Promise<readonly string[]> => {
    const { status, headers, body } = await owner.get<string>(path);
    expect([status, headers.get('content-type')]).toEqual([200, 'text/csv; charset=utf-8']);
    expect(headers.get('content-disposition')).toMatch(/^attachment; filename="[a-z]+\.csv"$/);
    return body.split('\r\n');
  };

  it('list students, plans and tries, and run nobody’s name as a formula', async () => {
    const [head, ...students] = await lines('/api/tables/students.csv');
    expect(head).toContain('student,age,teacher,lesson day');
    expect(students.length).toBe(2);
    expect(students.join()).toContain('"\'=Bram(""x""), Tessel"');
    const [, plan = ''] = await lines('/api/tables/plans.csv');
    expect(plan).toContain("'@Weir,Ossel,2026-11-24,,1,");
    expect(plan).toContain(',no,2026-11-24,');
    expect(await lines(`/api/students/${bram.person.id}/tries.csv`)).toEqual([
      'song,step,day,at,bpm,clean,passes,seconds,told by',
      "'@Weir,ready,2026-11-24,2026-11-24T10:00:00.000Z,,yes,1,30,self",
    ]);
  });

  it('are a head alone for a student with no song yet', async () => {
    expect(await lines(`/api/students/${lowe.person.id}/tries.csv`)).toEqual([
      ...['song,step,day,at,bpm,clean,passes,seconds,told by', ''],
    ]);
  });

  it('are for who teaches alone', async () => {
    const nobody = randomUUID();
    for (const path of ['tables/students', 'tables/plans', `students/${bram.person.id}/tries`])
      expect((await bram.get(`/api/${path}.csv`)).status)
        .withContext(path)
        .toBe(403);
    for (const id of [nobody, owner.person.id])
      expect((await owner.get(`/api/students/${id}/tries.csv`)).status).toBe(404);
    expect((await owner.get('/api/students/none/tries.csv')).status).toBe(404);
    const stranger = await studio.request('GET', '/api/tables/plans.csv');
    expect(stranger.status).toBe(401);
  });
});
