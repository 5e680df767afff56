import { EMPTY, of } from 'rxjs';
import type { Overview } from '@harvu/contract';
import { Live } from '../../platform/live';
import { PlanStore } from '../../store';
import { FRESH, lessonOf, NOTHING, songOf, studentOf } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { StudentsPage } from './students-page';

const isReady = { ...FRESH.readiness, gates: { ...FRESH.readiness.gates, isReady: true } };
const people = (...all: readonly string[]) => all.map((name) => studentOf(name));

describe('everyone’s songs', () => {
  const open = (overview: Partial<Overview>): Promise<ShownPart<StudentsPage>> => {
    const all = { ...NOTHING, ...overview };
    setUpPage([
      { provide: PlanStore, useValue: { overview: () => of(all) } },
      { provide: Live, useValue: { news: () => EMPTY } },
    ]);
    return ShownPart.of(StudentsPage);
  };
  const row = (page: ShownPart<StudentsPage>, name: string) =>
    page
      .all('li')
      .find((one) => one.querySelector('.font-display')?.textContent.trim() === name)
      ?.textContent.replace(/\s+/g, ' ');
  const names = (page: ShownPart<StudentsPage>) =>
    page.all('li a.font-display').map((one) => one.textContent.trim());

  it('stand by who needs a look, then by name, each with their lesson and what it weighs', async () => {
    const page = await open({
      students: [
        ...people('Cy', 'Ada', 'Dov'),
        studentOf('Bo', { lessonSlot: { weekday: 1, time: '16:30', minutes: 30 } }),
      ],
      songs: [
        songOf('Ada', { lastDay: '2026-11-26' }),
        { ...songOf('Ada', { lastDay: '2026-11-20' }), id: 'second', title: 'Another' },
        songOf('Bo', { lastDay: '2026-11-25' }),
        songOf('Cy', { lastDay: '2026-11-25', soreOn: '2026-11-24' }),
        songOf('Dov', { lastDay: '2026-11-25' }),
      ],
      lessons: [lessonOf('Dov')],
    });
    expect(names(page)).toEqual(['Cy', 'Dov', 'Ada', 'Bo']);
    expect(row(page, 'Ada')).toMatch(/A song.*Another/);
    expect(row(page, 'Bo')).toContain('Tue 16:30');
    expect(row(page, 'Cy')).toContain('needs a look: 5');
    expect(row(page, 'Dov')).toContain('needs a look: 1');
    expect(page.text).toContain('sore 5, a date in danger 4, stuck 3, silent 2, a lesson today 1');
  });

  it('weigh as the studio says', async () => {
    const page = await open({
      students: people('Cy'),
      songs: [songOf('Cy', { lastDay: '2026-11-25', soreOn: '2026-11-24' })],
      constants: { attentionSore: 8 },
    });
    expect(row(page, 'Cy')).toContain('needs a look: 8');
    expect(page.text).toContain('sore 8,');
  });

  it('are silent after a week without anything in any song, with one thing to do', async () => {
    const given = (name: string, day: string) => ({
      ...songOf(name, { lastDay: null }),
      assignedAt: `${day}T09:00:00.000Z`,
    });
    const page = await open({
      students: people('Ada', 'Bo', 'Cy'),
      songs: [
        songOf('Ada', { lastDay: '2026-11-25' }),
        { ...songOf('Ada', { lastDay: '2026-11-01' }), id: 'Ada 2', title: 'Another' },
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
    expect(names(page)).toEqual(['Cy', 'Ada', 'Bo']);
  });

  it('are never called silent once they are ready', async () => {
    const page = await open({
      students: people('Ada'),
      songs: [songOf('Ada', { lastDay: '2026-10-01', readiness: isReady })],
    });
    expect(row(page, 'Ada')).toContain('A song is ready to perform, by own account. Hear it');
    expect(page.text).not.toContain('silent for');
  });

  it('leave out what was taken back', async () => {
    const page = await open({
      students: people('Bo'),
      songs: [{ ...songOf('Bo'), withdrawnAt: '2026-11-20T10:00:00.000Z' }],
    });
    expect(row(page, 'Bo')).toContain('No song yet.');
  });
});
