import { USUAL_TEACHING } from '@harvu/core/plan';
import { differenceWords, withChange, withoutChange } from './teaching-edits';

describe('changes to how a song is taught', () => {
  it('take the place of an earlier word on the same thing', () => {
    const move = (after: string) =>
      ({ kind: 'move', step: 'a', after, school: 'whole-first' }) as const;
    const twice = withChange(withChange(USUAL_TEACHING, move('b')), move('c'));
    expect(twice.changes).toEqual([move('c')]);
    const note = { kind: 'note', step: 'a', words: 'x' } as const;
    expect(withChange(twice, note).changes.length).toBe(2);
  });

  it('go with the step they were made to', () => {
    const own = {
      kind: 'own',
      step: 'own:1',
      title: 'x',
      goal: '',
      minutes: 1,
      after: null,
    } as const;
    const note = { kind: 'note', step: 'own:1', words: 'x' } as const;
    const both = withChange(withChange(USUAL_TEACHING, own), note);
    expect(withoutChange(both, own).changes).toEqual([]);
    expect(withoutChange(both, note).changes).toEqual([own]);
  });

  it('says what was done between two ways, so that undo can say it', () => {
    const drop = { kind: 'drop', step: 'a' } as const;
    const left = { kind: 'leave-out', part: 'b' } as const;
    const without = withChange(USUAL_TEACHING, drop);
    expect(differenceWords(USUAL_TEACHING, without)).toBe('a step skipped');
    expect(differenceWords(without, withoutChange(without, drop))).toBe('a step skipped');
    expect(differenceWords(without, withChange(without, left))).toBe('a section left out');
    const bare = { ...USUAL_TEACHING, goal: 'bare', school: 'grips-first' } as const;
    expect(differenceWords(USUAL_TEACHING, bare)).toBe('the order, how far it goes');
    expect(differenceWords(USUAL_TEACHING, USUAL_TEACHING)).toBe('the last change');
  });
});
