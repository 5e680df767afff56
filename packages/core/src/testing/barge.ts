import { readChart } from '../chart';
import { makePlan, USUAL_TEACHING, type StepPlan, type Teaching } from '../plan';
import { USUAL_STUDENT, type Student } from '../player';

/** A song with a first full barre, a chorus that comes with another ending, and half-bar changes. */
export const { song: BARGE } = readChart(
  `tempo: 92
map: Verse, Chorus, Verse, Chorus 2, Bridge, Chorus
grip F: 133211
pattern eights 4/4: D U D U D - D U
[Verse] pattern eights
| G | D | Em | D |
[Chorus] pattern eights
| G | C | G . D . | C |
[Chorus 2 = Chorus]
4: | F |
[Bridge] pattern eights
| F | C | F | G |`,
);

/** The song as it is taught, but for what is said. */
export function bargePlan(
  teaching: Partial<Teaching> = {},
  student: Partial<Student> = {},
): StepPlan {
  return makePlan(BARGE, {
    teaching: { ...USUAL_TEACHING, ...teaching },
    student: { ...USUAL_STUDENT, ...student },
  });
}

/** The id of a section of the song, by its name. */
export function bargeSection(name: string): string {
  return BARGE.sections.find((one) => one.name === name)?.id ?? '';
}

/** The step that teaches a part in full. */
export function fullStep(part: string): string {
  return `section:${part}:full`;
}
