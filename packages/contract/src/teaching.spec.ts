import { ASSUMPTIONS, type Assumption } from '@harvu/core/assumptions';
import { SCHOOLS, USUAL_TEACHING, type PlanChange, type Teaching } from '@harvu/core/plan';
import { checked, constantsSchema, saveTeachingSchema, teachingSchema } from './index';
import { ASSUMPTION_NAMES } from '@harvu/core/constants';

/** One of each thing that can be done by hand. */
const EVERY_CHANGE: readonly PlanChange[] = [
  { kind: 'move', step: 'grip:F', after: null, school: 'hand-first' },
  { kind: 'drop', step: 'grip:F' },
  { kind: 'split', step: 'section:s3:full', afterBar: 2 },
  { kind: 'merge', step: 'grip:F', with: 'grip:C' },
  { kind: 'own', step: 'own:1', title: 'Clap it', goal: '', minutes: 2.5, after: 'listen' },
  {
    kind: 'own',
    step: 'own:2',
    title: 'Run it',
    goal: 'once',
    minutes: 0,
    startBpm: 60,
    goalBpm: 92,
    after: null,
  },
  { kind: 'note', step: 'grip:F', words: 'Thumb behind the neck.' },
  { kind: 'optional', step: 'grip:F' },
  { kind: 'bring-back', step: 'grip:F' },
  { kind: 'grip', name: 'F', grip: [null, null, 3, 2, 1, 1], fingers: [null, null, 3, 2, 1, 1] },
  { kind: 'grip', name: 'E', grip: [0, 2, 2, 1, 0, 0] },
  { kind: 'leave-out', part: 's7' },
];
const faultOf = (teaching: object): string => {
  const result = checked(teachingSchema, { ...USUAL_TEACHING, ...teaching });
  return result.ok ? '' : result.fault.field;
};
const withChange = (change: unknown): string => faultOf({ changes: [change] });

describe('a way of teaching on the wire', () => {
  it('may hold everything that is done by hand, and comes through as it was', () => {
    const teaching: Teaching = { ...USUAL_TEACHING, wantedOn: '2026-12-12', changes: EVERY_CHANGE };
    expect(checked(teachingSchema, teaching)).toEqual({ ok: true, value: teaching });
    for (const school of SCHOOLS) expect(faultOf({ school })).toBe('');
  });

  it('is refused with the place of what is wrong', () => {
    expect(faultOf({ school: 'backwards' })).toBe('school');
    expect(faultOf({ goal: 'louder' })).toBe('goal');
    expect(faultOf({ sings: 'yes' })).toBe('sings');
    expect(faultOf({ wantedOn: '2026-02-30' })).toBe('wantedOn');
    expect(faultOf({ mood: 'good' })).toBe('mood');
    expect(faultOf({ changes: Array.from({ length: 301 }, () => EVERY_CHANGE[1]) })).toBe(
      'changes',
    );
  });

  it('takes each change with its own fields only, within bounds', () => {
    expect(withChange({ kind: 'fly' })).toBe('changes[0]');
    expect(withChange({ kind: 'drop' })).toBe('changes[0].step');
    expect(withChange({ kind: 'drop', step: 'x', after: null })).toBe('changes[0].after');
    expect(withChange({ kind: 'split', step: 'x', afterBar: 1.5 })).toBe('changes[0].afterBar');
    expect(
      withChange({ kind: 'own', step: 'x', title: 'x', goal: '', minutes: 1, after: null }),
    ).toBe('changes[0].step');
    expect(
      withChange({ kind: 'own', step: 'own:1', title: ' ', goal: '', minutes: 1, after: null }),
    ).toBe('changes[0].title');
    expect(withChange({ kind: 'grip', name: 'F', grip: [1, 2] })).toBe('changes[0].grip');
    expect(withChange({ kind: 'grip', name: 'F', grip: [99, 0, 0, 0] })).toBe('changes[0].grip[0]');
    expect(withChange('drop')).toBe('changes[0]');
    expect(withChange({ kind: 'constructor' })).toBe('changes[0]');
  });

  it('is kept only from a state one has seen', () => {
    const save = (more: object) =>
      checked(saveTeachingSchema, { teaching: USUAL_TEACHING, ...more });
    expect(save({ baseVersion: 0 }).ok).toBeTrue();
    expect(save({}).ok).toBeFalse();
    expect(save({ baseVersion: -1 }).ok).toBeFalse();
  });
});

describe('a studio’s own constants on the wire', () => {
  const isSaved = (values: object): boolean =>
    checked(constantsSchema, { baseVersion: 0, values }).ok;

  it('are those that may be changed, within the bounds of each, and no others', () => {
    for (const name of ASSUMPTION_NAMES) {
      const { value, changeable }: Assumption = ASSUMPTIONS[name];
      const isTaken = (own: number): boolean => isSaved({ [name]: own });
      expect(isTaken(value))
        .withContext(name)
        .toBe(changeable !== undefined);
      if (!changeable) continue;
      expect([isTaken(changeable.least), isTaken(changeable.most)]).toEqual([true, true]);
      expect([isTaken(changeable.least - 0.01), isTaken(changeable.most * 2)]).toEqual([
        ...[false, false],
      ]);
    }
    expect(isSaved({})).toBeTrue();
    expect(isSaved({ rungRatio: '1.1' })).toBeFalse();
    expect(checked(constantsSchema, { values: {} }).ok).toBeFalse();
  });
});
