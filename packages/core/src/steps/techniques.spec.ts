import { readChart } from '../chart';
import { makePlan } from '../plan';
import { USUAL_STUDENT } from '../player';

const HEAD = 'tempo: 80\nmeter: 4/4\n';
const stepsOf = (chart: string, ownedPatterns: readonly string[] = []) =>
  makePlan(readChart(HEAD + chart).song, {
    student: { ...USUAL_STUDENT, ownedPatterns },
  }).steps;
const metIn = (chart: string, owned: readonly string[] = []) =>
  stepsOf(chart, owned).flatMap(({ id, techniques = [] }) =>
    techniques.length > 0 ? [`${id} ${techniques.join(' ')}`] : [],
  );

describe('a way of striking', () => {
  it('is told in the step in which it is first met, and in no later one', () => {
    const chart =
      'pattern one 4/4: D U x U D U x U\npattern two 4/4: Dm U x U Dm U x U\n[Verse] pattern one\n| G | C |\n[Chorus] pattern two\n| G | C |';
    expect(metIn(chart)).toEqual(['hand:one slap', 'hand:two mute']);
  });

  it('has a step even where the strokes are plain', () => {
    const palm = 'pattern chug 4/4: Dp Dp Dp Dp\n[Verse] pattern chug\n| G5 | C5 |';
    const plain = 'pattern downs 4/4: D D D D\n[Verse] pattern downs\n| G | C |';
    const accents = 'pattern firm 4/4: D> D D> D\n[Verse] pattern firm\n| G | C |';
    expect(metIn(palm)).toEqual(['hand:chug palm']);
    expect(stepsOf(plain).map(({ kind }) => kind)).not.toContain('hand');
    expect(stepsOf(accents).map(({ kind }) => kind)).not.toContain('hand');
  });

  it('that is owned in another pattern is not told again', () => {
    const chart = 'pattern one 4/4: D U x U D U x U\n[Verse] pattern one\n| G | C |';
    expect(metIn(chart, ['D - x - D - x -'])).toEqual([]);
  });
});
