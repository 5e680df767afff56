import { readChart } from '../chart';
import { kindOf } from '../steps';
import { makePlan, USUAL_TEACHING, type School } from './index';

const HEAD = 'tempo: 120\nmeter: 4/4\npattern d 4/4: D U D U D U D U\n';
/** Songs of which one crossing is hard: the others are one step, whichever parts they lead between. */
const SONGS = [
  'map: Verse, Chorus, Verse, Out\n[Verse] pattern d\n| G | D | Em | G |\n[Chorus] pattern d\n| F#m | D | A | G |\n[Out] pattern d\n| G | Em | D | G |',
  'map: Verse, Chorus, Verse, Bridge, Verse\n[Bridge] pattern d\n| G | Am | D | G |\n[Chorus] pattern d\n| Bm | D | C | G |\n[Verse] pattern d\n| G | D | C | G |',
].map((text) => readChart(HEAD + text).song);

const sectionsIn = (school: School, song: (typeof SONGS)[number]): readonly string[] => {
  const { steps, work } = makePlan(song, { teaching: { ...USUAL_TEACHING, school } });
  const ids = steps.flatMap((step) => (kindOf(step).holdsPart ? step.atoms.slice(0, 1) : []));
  return [...new Set(ids)].map((id) => work.parts.find((part) => part.id === id)?.name ?? '');
};

describe('the school “as they come”', () => {
  it('teaches each section where it is first heard, whichever crossings are one step', () => {
    for (const song of SONGS) {
      const heard = [...new Set(song.map.map(({ section }) => section))];
      expect(sectionsIn('as-they-come', song)).toEqual(heard);
    }
  });

  it('has a crossing as soon as both its sections are there, and several in one step behind the last of them', () => {
    for (const song of SONGS) {
      const { steps, work } = makePlan(song, {
        teaching: { ...USUAL_TEACHING, school: 'as-they-come' },
      });
      const heard = work.parts.map(({ id }) => id);
      const placeOf = (ids: readonly string[]): number =>
        Math.max(...ids.map((id) => heard.indexOf(id)));
      const joins = steps.filter((step) => kindOf(step).subject === 'join');
      expect(joins.some(({ atoms }) => atoms.length > 2)).toBe(true);
      for (const join of joins) {
        const before = steps.slice(0, steps.indexOf(join));
        const taught = before.flatMap((step) =>
          kindOf(step).holdsPart ? (step.atoms[0] ?? '') : [],
        );
        expect(placeOf(taught)).toBe(placeOf(join.atoms));
      }
    }
  });
});
