import { formatGrip } from '@harvu/core/fretboard';
import { formatFeel, formatMeter } from '@harvu/core/rhythm';
import {
  barChords,
  LONGEST_CHART,
  mapOf,
  readChart,
  sectionBars,
  settledFrame,
  writeChart,
  type BarChord,
  type NamedGrip,
  type Section,
  type SongDocument,
} from '@harvu/core/song';
import { object, string } from 'yup';
import { verbOf } from './verb';

const input = object({
  text: string().defined().max(LONGEST_CHART),
  to: string().oneOf(['text']).optional(),
});

function frameOf({ frame }: SongDocument): object {
  const { meter, feel, ...rest } = frame;
  return {
    ...rest,
    ...(meter && { meter: formatMeter(meter) }),
    ...(feel && { feel: formatFeel(feel) }),
  };
}

function gripOf({ name, grip, fingers }: NamedGrip): object {
  return {
    name,
    grip: formatGrip(grip),
    ...(fingers && { fingers: fingers.map((finger) => finger ?? 0) }),
  };
}

function passOf(
  song: SongDocument,
  section: Section,
  pass: number,
): readonly (readonly BarChord[])[] {
  const { beats } = settledFrame(song.frame).meter;
  return sectionBars(song, section, pass).map((bar, index) => {
    const isPickup = index === 0 && pass === 1 && section === song.sections[0];
    return barChords(bar, isPickup ? (song.frame.pickup ?? beats) : beats);
  });
}

/** A section as the chart gives it: the bars of its first pass, and of all where endings differ. */
function sectionOf(song: SongDocument, section: Section): object {
  const { name, times, parent, part, endings } = section;
  const { pattern, patternUses, layer, startsAt, cue, cues } = section;
  const passes = endings
    ? Array.from({ length: Math.max(times, endings.length) }, (_, i) =>
        passOf(song, section, i + 1),
      )
    : undefined;
  return {
    name,
    bars: passOf(song, section, 1),
    ...{ times, parent, part, pattern, patternUses, layer, startsAt, cue, cues, passes },
  };
}

/** `{text}` → `{frame, grips, patterns, sections, map, faults}`; with `to: "text"`, the text normalised. */
export const chartVerb = verbOf(input, ({ text, to }) => {
  const { song, faults } = readChart(text);
  if (to === 'text') return { text: writeChart(song), faults };
  return {
    frame: frameOf(song),
    grips: song.grips.map(gripOf),
    patterns: song.patterns.map(({ name, meter, strokes }) => ({
      name,
      meter: formatMeter(meter),
      strokes,
    })),
    sections: song.sections.map((section) => sectionOf(song, section)),
    map: mapOf(song),
    faults,
  };
});
