import { DEMO_PEOPLE, DEMO_SONGS, simulateHistory } from './demo/src/index';
import { readChart } from './packages/core/src/chart';
import { makePlan, USUAL_TEACHING } from './packages/core/src/plan';
import { overviewOf, shownBy } from './packages/core/src/progress';
import { NEW_PROFILE, toStudent } from './packages/contract/src';
const until = new Date('2026-11-27T07:00:00Z');
for (const p of DEMO_PEOPLE)
  for (const l of p.learns) {
    const over = JSON.parse(process.env.OVER ?? '{}')[l.seed] ?? {};
    const ll = { ...l, ...over };
    const song = readChart(DEMO_SONGS.find((s) => s.title === l.title)!.chart).song;
    const student = toStudent({ ...NEW_PROFILE, ...p.profile } as any, shownBy([]));
    let n = 0;
    const tries = simulateHistory(song, {
      ...ll,
      student,
      until,
      newId: () => String(n++),
      timeZone: 'UTC',
    });
    const plan = makePlan(song, { teaching: { ...USUAL_TEACHING, ...ll.teaching }, student });
    const o = overviewOf(plan, tries.map((t) => ({ ...t, kind: 'try', revision: 1 })) as any, null);
    console.log(
      p.signInName,
      l.title,
      `${o.doneCount}/${o.stepCount}`,
      'left',
      Math.round(o.left.minutes),
      o.blocks.map((b) => b.letter + (b.cleanBpm ?? '-')).join(' '),
      '|',
      o.open
        .map(
          (s) =>
            `${s.title.slice(0, 28)}${s.isBegun ? '*' : ''}${s.stuck ? ' STUCK ' + s.stuck.days : ''} ${s.cleanBpm}/${s.rungs.at(-1)}`,
        )
        .join('; '),
    );
  }
