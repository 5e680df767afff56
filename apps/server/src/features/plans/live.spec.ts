import type { Overview } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { randomUUID } from 'node:crypto';
import { createApp } from '../../app';
import { openDatabase } from '../../platform/database';
import { TestStudio, type LiveStream, type Visitor } from '../../../testing/test-studio';
import { createEventFeed } from './index';
import type { EventsStore, LiveEvent } from './events.store';

describe('a page that looks on', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let odalys: Visitor;
  const plans = new Map<Visitor, string>();
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    odalys = await studio.add(owner, { signInName: 'odalys' });
    const { body } = await owner.send<{ id: string }>('POST', '/api/songs', {
      ...{ title: 'A song', playedBy: '' },
    });
    const document = readChart('[A]\n| G | D |').song;
    await owner.send('PUT', `/api/songs/${body.id}`, { baseRevision: 1, document });
    const studentIds = [bram.person.id, odalys.person.id];
    await owner.send('POST', `/api/songs/${body.id}/assign`, { revision: 2, studentIds });
    for (const who of [bram, odalys]) {
      const { songs } = (await who.get<Overview>('/api/overview')).body;
      plans.set(who, songs[0]?.id ?? '');
    }
  });
  afterAll(() => studio.close());

  async function play(who: Visitor, count = 1): Promise<readonly string[]> {
    const events = Array.from({ length: count }, () => ({
      ...{ id: randomUUID(), kind: 'try', stepId: 'grip:G', bpm: null, clean: true, passes: 1 },
      ...{ at: '2026-11-24T15:00:00.000Z', day: '2026-11-24', revision: 2, seconds: 9 },
    }));
    await who.send('POST', `/api/plans/${plans.get(who) ?? ''}/events`, { events });
    return events.map(({ id }) => id);
  }

  const idsIn = (text: string): readonly string[] =>
    [...text.matchAll(/"event":\{"id":"([^"]+)"/g)].map(([, id = '']) => id);
  /** Reads until so many events were told, or one of them. */
  async function told(stream: LiveStream, until: number | string): Promise<readonly string[]> {
    let text = '';
    const isEnough = (): boolean =>
      typeof until === 'number' ? idsIn(text).length >= until : idsIn(text).includes(until);
    while (!isEnough()) {
      const piece = await stream.next();
      if (piece === '') throw new Error('The stream ended.');
      text += piece;
    }
    return idsIn(text);
  }
  const lastIdIn = (text: string) => [...text.matchAll(/^id: (\d+)$/gm)].at(-1)?.[1];

  it('is told what a student does, soon after it came in', async () => {
    const stream = await studio.look(owner);
    expect(stream.type).toContain('text/event-stream');
    await stream.next();
    const started = performance.now();
    const ids = await play(bram, 2);
    expect(await told(stream, ids[1] ?? '')).toEqual(ids);
    expect(performance.now() - started).toBeLessThan(2000);
    await stream.close();
  });

  it('is told only of what it may see', async () => {
    const stream = await studio.look(odalys);
    await stream.next();
    await play(bram);
    const own = await play(odalys);
    expect(await told(stream, 1)).toEqual(own);
    await stream.close();
  });

  it('hears after a pause what it missed, each once', async () => {
    const stream = await studio.look(owner);
    await stream.next();
    await play(bram);
    let text = '';
    while (!lastIdIn(text)) text += await stream.next();
    await stream.close();
    const missed = await play(bram, 3);
    const again = await studio.look(owner, lastIdIn(text));
    const later = await play(odalys);
    const heard = await told(again, later[0] ?? '');
    // What came in shortly before the pause may be told again; it has the same id.
    expect(heard.filter((id) => [...missed, ...later].includes(id))).toEqual([...missed, ...later]);
    await again.close();
  });

  it('hears of what was sent to another server behind the same database', async () => {
    const other = openDatabase(studio.url);
    const app = createApp({ ...studio.deps, sequelize: other });
    const stream = await studio.look(owner);
    await stream.next();
    const id = randomUUID();
    const answer = await app.request(
      `http://studio.test/api/plans/${plans.get(bram) ?? ''}/events`,
      {
        method: 'POST',
        headers: {
          ...{ host: 'studio.test', cookie: bram.cookie, 'content-type': 'application/json' },
        },
        body: JSON.stringify({
          events: [
            { id, kind: 'sore', at: '2026-11-24T15:30:00.000Z', day: '2026-11-24', revision: 2 },
          ],
        }),
      },
    );
    expect(answer.status).toBe(200);
    expect(await told(stream, 1)).toEqual([id]);
    await stream.close();
    await other.close();
  });

  it('is told nothing more once its session ended, whether by signing out, a new role or being put away', async () => {
    const ENDS: readonly ((who: Visitor, other: Visitor) => Promise<unknown>)[] = [
      (_who, other) => other.send('POST', '/api/me/sessions/end-others'),
      (who) => owner.send('POST', `/api/people/${who.person.id}/role`, { role: 'student' }),
      (who) => owner.send('POST', `/api/people/${who.person.id}/put-away`),
    ];
    for (const [at, end] of ENDS.entries()) {
      const signInName = `looker${at}`;
      const who = await studio.add(owner, { signInName, role: 'teacher' });
      const stream = await studio.look(who);
      await stream.next();
      await end(who, await studio.signIn(signInName));
      expect((await who.get('/api/plans')).status).toBe(401);
      await play(bram);
      let text = '';
      for (let piece = await stream.next(); piece !== ''; piece = await stream.next())
        text += piece;
      expect(idsIn(text)).withContext(`${at}`).toEqual([]);
    }
  });

  it('hears all it missed, however much that was', async () => {
    const before = await studio.stores.events.newest();
    const id = plans.get(bram) ?? '';
    const many = Array.from({ length: 2300 }, (_, at) => ({
      ...{ planId: id, loggedBy: bram.person.id, receivedAt: studio.now, sentAt: null },
      event: {
        ...{ id: randomUUID(), kind: 'sore' as const, at: '2026-11-24T15:00:00.000Z' },
        ...{ day: '2026-11-24' as const, revision: 2, source: 'self' as const, bar: at },
      },
    }));
    await studio.stores.events.add(many);
    const stream = await studio.look(owner, String(before));
    const heard = await told(stream, many.at(-1)?.event.id ?? '');
    expect(new Set(heard).size).toBeGreaterThanOrEqual(2300);
    await stream.close();
  });

  it('is one of at most twelve of the same person, and holds nobody else up', async () => {
    const who = await studio.add(owner, { signInName: 'many-pages' });
    const open: LiveStream[] = [];
    for (let i = 0; i < 12; i += 1) open.push(await studio.look(who));
    expect((await who.get('/api/live')).status).toBe(429);
    const other = await studio.look(owner);
    expect(other.type).toContain('text/event-stream');
    await other.close();
    for (const one of open) await one.close();
    const again = await studio.look(who);
    expect(again.type).toContain('text/event-stream');
    await again.close();
  });

  it('misses nothing that became visible after something younger', async () => {
    const feed = createEventFeed({
      events: lateStore(),
      ...{ lookMs: 5, onFailure: (error) => studio.failures.push(error) },
    });
    const gone = new AbortController();
    const numbers: number[] = [];
    await feed.follow(owner.person, {
      ...{ after: null, gone: gone.signal },
      tell: ({ number }) => {
        numbers.push(number);
        return Promise.resolve();
      },
    });
    while (numbers.length < 3) await new Promise((resolve) => setTimeout(resolve, 5));
    gone.abort();
    expect(numbers).toEqual([12, 11, 13]);
  });

  /** A log in which number 11 is seen only after number 12. */
  function lateStore(): Pick<EventsStore, 'newest' | 'after'> {
    const of = (number: number): LiveEvent => ({
      ...{ number, planId: 'p', studentId: 's' },
      event: {
        ...{ id: String(number), kind: 'sore', at: '2026-11-24T15:00:00.000Z', source: 'self' },
        ...{ day: '2026-11-24', revision: 1, receivedAt: '2026-11-24T15:00:00.000Z' },
      },
    });
    const seen = [[10], [10], [10, 12], [10, 11, 12], [10, 11, 12, 13]];
    let look = 0;
    return {
      newest: () => Promise.resolve(10),
      after: (number) => {
        const now = seen[Math.min(look, seen.length - 1)] ?? [];
        look += 1;
        return Promise.resolve(now.filter((one) => one > number).map(of));
      },
    };
  }
});
