import { readChart } from '../chart';
import { songScore, type GuideScore } from '../guide';

/** All that sounds of a song written as chart text, once through in full. */
export function scoreFor(text: string): GuideScore {
  return songScore(readChart(text).song);
}
