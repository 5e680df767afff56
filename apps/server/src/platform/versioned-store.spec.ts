import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../testing/test-studio';
import { createVersionedStore } from './versioned-store';

describe('what is kept once for each', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
  });
  afterAll(() => studio.close());

  const store = () =>
    createVersionedStore<{ readonly words: string }>(studio.sequelize, {
      ...{ table: 'student_profiles', key: 'person_id', column: 'profile' },
    });
  const keeping = (words: string, baseVersion: number) => ({
    ...{ baseVersion, value: { words }, by: owner.person.id, at: studio.now },
  });

  it('is nothing at first, then as it was saved last, counted up', async () => {
    const { person } = await studio.add(owner, { signInName: 'odalys' });
    expect(await store().find(person.id)).toBeUndefined();
    expect(await store().put(person.id, keeping('one', 0))).toBeTrue();
    expect(await store().put(person.id, keeping('“two” 🎸', 1))).toBeTrue();
    expect(await store().find(person.id)).toEqual({ version: 2, value: { words: '“two” 🎸' } });
  });

  it('counts up when it is saved unchanged, too', async () => {
    const { person } = await studio.add(owner, { signInName: 'bram' });
    await store().put(person.id, keeping('same', 0));
    expect(await store().put(person.id, keeping('same', 1))).toBeTrue();
    expect((await store().find(person.id))?.version).toBe(2);
  });

  it('is won by one of many who save at the same moment', async () => {
    const { person } = await studio.add(owner, { signInName: 'wiebke' });
    const race = (baseVersion: number) =>
      Promise.all(
        ['a', 'b', 'c', 'd'].map((words) => store().put(person.id, keeping(words, baseVersion))),
      );
    expect((await race(0)).filter(Boolean).length).toBe(1);
    expect((await race(1)).filter(Boolean).length).toBe(1);
    expect((await store().find(person.id))?.version).toBe(2);
  });

  it('belongs to somebody who is there', async () => {
    await expectAsync(store().put(randomUUID(), keeping('x', 0))).toBeRejected();
    expect(await store().put(randomUUID(), keeping('x', 3))).toBeFalse();
  });
});
