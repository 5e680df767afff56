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
    const all = {
      ...{ today: '2026-11-26', students: [], songs: [], minutesByWeekday: null },
      ...overview,
    };
    setUpPage([{ provide: PlanStore, useValue: { overview: () => of(all) } }]);
    return Shown.of(StudentsPage);
  };
  const row = (page: Shown<StudentsPage>, name: string) =>
    page
      .all('li')
      .find((one) => one.querySelector('.font-display')?.textContent.trim() === name)
      ?.textContent.replace(/\s+/g, ' ');
  const people = (...all: readonly string[]) =>
    all.map((name) => ({ id: name, name, lessonSlot: null }));
  const names = (page: Shown<StudentsPage>) =>
    page.all('li a.font-display').map((one) => one.textContent.trim());

  it('stand by person and by name, each with their lesson, and stay where they are', async () => {
    const page = await open({
      students: [
        ...people('Cy', 'Ada'),
        { id: 'Bo', name: 'Bo', lessonSlot: { weekday: 1, time: '16:30', minutes: 30 } },
      ],
      songs: [
        glance('Ada', { lastDay: '2026-11-26' }),
        { ...glance('Ada', { lastDay: '2026-11-20' }), id: 'second', title: 'Another' },
        glance('Bo', { lastDay: '2026-11-25' }),
      ],
    });
    expect(names(page)).toEqual(['Ada', 'Bo', 'Cy']);
    expect(row(page, 'Ada')).toMatch(/A song.*Another/);
    expect(row(page, 'Bo')).toContain('Tue 16:30');
    expect(row(page, 'Cy')).toContain('No song yet.');
  });

  it('are silent after a week without anything in any song, with one thing to do', async () => {
    const given = (name: string, day: string): SongAtAGlance => ({
      ...glance(name, { lastDay: null }),
      assignedAt: `${day}T09:00:00.000Z`,
    });
    const page = await open({
      students: people('Ada', 'Bo', 'Cy'),
      songs: [
        glance('Ada', { lastDay: '2026-11-25' }),
        { ...glance('Ada', { lastDay: '2026-11-01' }), id: 'Ada 2', title: 'Another' },
        given('Bo', '2026-11-24'),
        given('Cy', '2026-11-10'),
      ],
    });
    expect(row(page, 'Ada')).not.toContain('Nothing logged');
    expect(row(page, 'Bo')).not.toContain('Nothing logged');
    expect(row(page, 'Cy')).toContain('Nothing logged for 16 days. Make it smaller');
    await page.press('1 silent for a week');
    expect(names(page)).toEqual(['Cy']);
    await page.press('1 silent for a week');
    expect(names(page)).toEqual(['Ada', 'Bo', 'Cy']);
  });

  it('are never called silent once they are ready', async () => {
    const page = await open({
      students: people('Ada'),
      songs: [glance('Ada', { lastDay: '2026-10-01', readiness: isReady })],
    });
    expect(row(page, 'Ada')).toContain('A song is ready to perform. Hear it');
    expect(page.text).not.toContain('silent');
  });

  it('leave out what was taken back', async () => {
    const page = await open({
      students: people('Bo'),
      songs: [{ ...glance('Bo'), withdrawnAt: '2026-11-20T10:00:00.000Z' }],
    });
    expect(row(page, 'Bo')).toContain('No song yet.');
  });
});
