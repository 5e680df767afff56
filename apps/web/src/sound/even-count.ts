import type { GuideScore, StreamOptions } from '@harvu/core/guide';
import type { Seconds } from '@harvu/core/units';

const BEAT_S = 0.6;
const CLICKS = 14;

/** An even count to tap to or to be heard by the microphone, and nothing else. */
export const EVEN_COUNT: GuideScore = {
  clicks: Array.from({ length: CLICKS }, (_, beat) => ({
    beat,
    atS: (beat * BEAT_S) as Seconds,
    weight: 'beat',
    accent: false,
    count: 1,
  })),
  strokes: [],
  offBeats: [],
  silencesS: [],
  barsS: [0],
  lastsS: CLICKS * BEAT_S,
  countIns: [
    { clicks: [], lasts: 0 as Seconds },
    { clicks: [], lasts: 0 as Seconds },
  ],
  setup: { open: [], grips: [] },
};

/** It is heard once, as it stands. */
export const ONCE_THROUGH: StreamOptions = {
  slower: 1,
  countInBars: 0,
  breathes: false,
  hasOffBeats: false,
  passes: 1,
};
