import { untilThereIsRoom } from './room.mjs';

describe('a start on a full disk', () => {
  const FULL = 1_000_000;
  const ROOMY = 900_000_000;

  it('keeps trying, says why once, and goes on when room was made', async () => {
    const said: string[] = [];
    let tries = 0;
    const start = () =>
      (tries += 1) < 4 ? Promise.reject(new Error('did not start')) : Promise.resolve('up');
    const isUp = await untilThereIsRoom(start, {
      ...{ room: () => Promise.resolve(FULL), say: (words: string) => said.push(words) },
      ...{ isStopping: () => false, lookMs: 1 },
    });
    expect([isUp, tries]).toEqual(['up', 4]);
    expect(said).toEqual([
      'The disk is full: 1 MB are free, and the database needs 40. Make room; the studio goes on by itself then. Nothing that was kept is lost.',
    ]);
  });

  it('tells any other failure, and does not go on once it is to stop', async () => {
    const failing = () => Promise.reject(new Error('another reason'));
    const manner = { say: () => undefined, lookMs: 1 };
    for (const [free, isStopping] of [
      ...([[ROOMY, false]] as const),
      ...([[undefined, false]] as const),
      ...([[FULL, true]] as const),
    ])
      await expectAsync(
        untilThereIsRoom(failing, {
          ...{ ...manner, room: () => Promise.resolve(free), isStopping: () => isStopping },
        }),
      ).toBeRejectedWithError('another reason');
  });
});
