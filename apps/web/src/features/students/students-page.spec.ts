import { of } from 'rxjs';
import type { Overview, SongAtAGlance } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { makePlan } from '@harvu/core/plan';
import { overviewOf, type PlanOverview } from '@harvu/core/progress';
import { PlanStore } from '../../store';
import { setUpPage, Shown } from '../../testing/page';
import { StudentsPage } from './students-page';

const fresh = overviewOf(makePlan(readChart('tempo: 92\n[A]\n| G | D |').song), []);
const glance = (name: string, more: Partial<PlanOverview> = {}): SongAtAGlance => ({
  ...{ id: name, songId: 's', title: 'A song', playedBy: '', studentId: name, studentName: name },
  ...{
    revision: 1,
    assignedAt: '2026-11-01T09:00:00.000Z',
    withdrawnAt: null,
    overview: { ...fresh, ...more },
  },
});
const isReady = { ...fresh.readiness, gates: { ...fresh.readiness.gates, isReady: true } };

describe('everyone’s songs', () => {
  const open = (overview: Partial<Overview>): Promise<Shown<StudentsPage>> => {
    const all = { today: '2026-11-26', students: [], songs: [], ...overview };
    setUpPage([{ provide: PlanStore, useValue: { overview: () => of(all) } }]);
    return Shown.of(StudentsPage);
  };
  const names = (page: Shown<StudentsPage>) =>
    page.all('li .font-display.text-lg').map((one) => one.textContent.trim());

  it('stand with those first who have been silent for a week, in the studio’s days', async () => {
    const page = await open({
      songs: [
        glance('Ada', { lastDay: '2026-11-26' }),
        glance('Bo', { lastDay: '2026-11-19' }),
        glance('Cy', { lastDay: '2026-11-20' }),
      ],
    });
    expect(names(page)[0]).toBe('Bo');
    expect(page.text).toContain('practised today');
    expect(page.text).toContain('last practised 6 days ago');
    expect(page.text).toMatch(/Silent for a week: ?Bo \(A song\)\./);
  });

  it('count what a student did with any song, and from the day they were first given one', async () => {
    const given = (name: string, day: string): SongAtAGlance => ({
      ...glance(name, { lastDay: null }),
      assignedAt: `${day}T09:00:00.000Z`,
    });
    const second = { ...glance('Ada', { lastDay: '2026-11-01' }), id: 'Ada 2', title: 'Another' };
    const page = await open({
      songs: [
        glance('Ada', { lastDay: '2026-11-25' }),
        second,
        given('Bo', '2026-11-24'),
        given('Cy', '2026-11-10'),
      ],
    });
    expect(page.text).toMatch(/Silent for a week: ?Cy \(A song\)\./);
  });

  it('are never called silent once they are ready', async () => {
    const page = await open({ songs: [glance('Ada', { lastDay: null, readiness: isReady })] });
    expect(page.text).not.toContain('Silent');
    expect(page.text).toMatch(/Ready to perform: ?Ada/);
  });

  it('leave out what was taken back, and name who has no song', async () => {
    const page = await open({
      students: [
        { id: 'Ada', name: 'Ada' },
        { id: 'Bo', name: 'Bo' },
      ],
      songs: [glance('Ada'), { ...glance('Bo'), withdrawnAt: '2026-11-20T10:00:00.000Z' }],
    });
    expect(names(page)).toEqual(['Ada']);
    expect(page.text).toContain('Without a song: Bo');
  });
});
