import { capoAdvice, type CapoOption } from '@harvu/core/capo';
import { parseChordName } from '@harvu/core/chord';
import { formatFingers, formatGrip } from '@harvu/core/fretboard';
import type { Meter } from '@harvu/core/rhythm';
import { parseTuning, STANDARD_TUNING, type Tuning } from '@harvu/core/pitch';
import { EMPTY_SONG, type SongDocument } from '@harvu/core/song';
import { isSilence } from '@harvu/core/timeline';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { capoField, tuningField } from './grip-input';
import { verbOf, workError } from './verb';

const MOST_CHORDS = 2000;
const MOST_BEATS = 24;

const input = object({
  chords: array()
    .of(object({ name: string().required(), beats: number().required().moreThan(0) }))
    .required()
    .min(1)
    .max(MOST_CHORDS),
  tuning: tuningField(),
  capo: capoField(),
  keepSounding: boolean().oneOf([true]).optional(),
});

type Chords = InferType<typeof input>['chords'];

function meterOf(beats: number): Meter {
  const whole = Math.min(MOST_BEATS, Math.max(1, Math.round(beats)));
  return { beats: whole, unit: 4, groups: [whole] };
}

/** A song of these chords alone, each in a bar of its own. */
function songOf(
  chords: Chords,
  { tuning, capo }: { readonly tuning: Tuning; readonly capo: number },
): SongDocument {
  const bars = chords.map(({ name, beats }, at) => ({
    id: `b${at}`,
    meter: meterOf(beats),
    chords: [{ name, span: 1 }],
  }));
  const section = { id: 's1', name: 'Song', times: 1, bars };
  return { ...EMPTY_SONG, frame: { tuning, capo }, sections: [section], nextId: bars.length + 2 };
}

function toAnswer({ capo, chords, shapes, cost, barres, why, lost, key }: CapoOption): object {
  return {
    capo,
    shapes: chords,
    cost,
    barres,
    why,
    lost,
    key: key ?? null,
    grips: shapes.map(({ name, grip, fingers }) => ({
      name,
      grip: formatGrip(grip),
      fingers: formatFingers(fingers),
    })),
  };
}

/** `{chords, tuning?, capo, keepSounding: true}` → a place for the capo each, what weighs least first. */
export const capoVerb = verbOf(input, ({ chords, tuning, capo = 0 }) => {
  const unread = chords.findIndex(({ name }) => !parseChordName(name) && !isSilence(name));
  if (unread >= 0) {
    const name = chords[unread]?.name ?? '';
    return workError('chord', `"${name}" is no chord name.`, `chords[${unread}].name`);
  }
  const strings = tuning ? parseTuning(tuning.join(' ')) : STANDARD_TUNING;
  const song = songOf(chords, { tuning: strings ?? STANDARD_TUNING, capo });
  return capoAdvice(song).map(toAnswer);
});
