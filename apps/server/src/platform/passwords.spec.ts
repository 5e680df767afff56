import { ARGON2, bounded, type Passwords } from './passwords';

describe('passwords', () => {
  it('are kept as Argon2id hashes that only the right one fits', async () => {
    const hashed = await ARGON2.toHash('lantern-night');
    expect(hashed).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(await ARGON2.isRight('lantern-night', hashed)).toBeTrue();
    expect(await ARGON2.isRight('lantern-nighT', hashed)).toBeFalse();
    // A hash from elsewhere that would take all memory is not one of those.
    expect(ARGON2.isOwn(hashed)).toBeTrue();
    for (const huge of ['m=4194304,t=2', 'm=19456,t=9'])
      expect(ARGON2.isOwn(hashed.replace(/m=\d+,t=\d+/, huge))).toBeFalse();
  });

  it('are worked on a few at once; who comes when the line is long is asked to come back', async () => {
    let [running, most] = [0, 0];
    const ends: (() => void)[] = [];
    const slow: Passwords = {
      toHash: (password) => Promise.resolve(password),
      isOwn: () => true,
      isRight: async () => {
        running += 1;
        most = Math.max(most, running);
        await new Promise<void>((resolve) => ends.push(resolve));
        running -= 1;
        return true;
      },
    };
    const { isRight } = bounded(slow, { atOnce: 2, waiting: 3 });
    const tries = Array.from({ length: 5 }, () => isRight('a', 'b'));
    await expectAsync(isRight('a', 'b')).toBeRejectedWith(
      jasmine.objectContaining({ retryAfterSeconds: 2 }),
    );
    for (let done = 0; done < 5; done += 1) {
      while (ends.length === 0) await Promise.resolve();
      ends.shift()?.();
    }
    expect(await Promise.all(tries)).toEqual([true, true, true, true, true]);
    expect(most).toBe(2);
  });
});
