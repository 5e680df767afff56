import { createTurns } from './turns';

describe('work that is done by turns', () => {
  const here = new AbortController().signal;
  const settled = () => new Promise((resolve) => setImmediate(resolve));

  it('takes one of each person in a round, however much one of them asks for', async () => {
    const { take } = createTurns({ atOnce: 1, waitingEach: 20 });
    const done: string[] = [];
    const ask = async (who: string): Promise<void> => {
      const end = await take(who, here);
      await settled();
      done.push(who);
      end();
    };
    await Promise.all(['a', 'a', 'a', 'a', 'b', 'a', 'c', 'b'].map(ask));
    expect(done.join('')).toBe('aabcabaa');
  });

  it('is refused with a time to come back at beyond what one person may have waiting', async () => {
    const { take } = createTurns({ atOnce: 1, waitingEach: 3 });
    const end = await take('a', here);
    const waiting = [take('a', here), take('a', here), take('a', here)];
    expect(() => take('a', here)).toThrowError(/So much of yours/);
    const other = take('b', here);
    end();
    for (const one of [...waiting.slice(0, 1), other, ...waiting.slice(1)]) (await one)();
  });

  it('is not begun for whoever has gone, and begins again after what failed', async () => {
    const { take } = createTurns({ atOnce: 1, waitingEach: 3 });
    const end = await take('a', here);
    const gone = new AbortController();
    const second = take('a', gone.signal);
    const third = take('b', here);
    gone.abort();
    await expectAsync(second).toBeRejectedWithError(/has gone/);
    end();
    (await third)();
    (await take('a', here))();
  });
});
