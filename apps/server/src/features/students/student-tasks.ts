import type { Day } from '@harvu/core/day';
import type { TimePlayed } from '@harvu/core/events';
import type { ShownSkills } from '@harvu/core/player';
import { practisedByWeekday, shownBy, type PractisedSong } from '@harvu/core/progress';

/** What somebody practised so far, to be looked through. */
export interface Practised {
  readonly songs: readonly (PractisedSong & { readonly played: readonly TimePlayed[] })[];
  readonly today: Day;
}

/** What somebody has shown, and on how many days of the week. */
export interface StudentShown {
  readonly shown: ShownSkills;
  readonly practised: ReturnType<typeof practisedByWeekday>;
}

/** Works out what somebody has shown in all their songs. */
export function lookThrough({ songs, today }: Practised): StudentShown {
  return {
    shown: shownBy(songs),
    practised: practisedByWeekday(
      songs.flatMap((song) => song.played),
      today,
    ),
  };
}
