import { readChart } from '../chart';

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
