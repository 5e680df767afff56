import { soundsOn, type RiffNote } from '@harvu/core/riff';
import type { Tuning } from '@harvu/core/pitch';
import { beatsToNumber } from '@harvu/core/units';
import type { HeardLine } from '../../sound/string-player';

/** A riff as it is heard, and at which second each of its notes begins. */
export interface HeardRiff extends HeardLine {
  readonly places: readonly number[];
  readonly startsS: readonly number[];
}

/** The neck and the tempo a riff is heard with. */
export interface HeardOn {
  readonly tuning: Tuning;
  readonly capo: number;
  readonly bpm: number;
}

/** Gives some notes of a riff, by their places, as they are heard from the first of them on. */
export function heardRiff(
  notes: readonly RiffNote[],
  places: readonly number[],
  { tuning, capo, bpm }: HeardOn,
): HeardRiff {
  const sounds = soundsOn(tuning, capo);
  const own = places.flatMap((place) => {
    const note = notes[place];
    return note ? [{ note, place }] : [];
  });
  const first = beatsToNumber(own[0]?.note.at ?? 0);
  const seconds = (beats: number): number => (beats * 60) / bpm;
  const heard = own.map(({ note }) => ({
    midi: sounds(note) + (note.bend?.quarterTones ?? 0) / 2 + (note.how === 'harmonic' ? 12 : 0),
    atS: seconds(beatsToNumber(note.at) - first),
    lastsS: seconds(beatsToNumber(note.beats)),
    isMuted: note.how === 'dead' || note.palmMuted === true,
  }));
  return {
    notes: heard,
    lastsS: Math.max(0, ...heard.map(({ atS, lastsS }) => atS + lastsS)) + 0.2,
    places: own.map(({ place }) => place),
    startsS: heard.map(({ atS }) => atS),
  };
}

/** The places of the notes that sound at a second. */
export function soundingAt(heard: HeardRiff | undefined, atS: number): readonly number[] {
  if (!heard || atS < 0) return [];
  const last = heard.startsS.findLast((start) => start <= atS + 1e-6);
  return heard.places.filter((_, index) => heard.startsS[index] === last);
}
