import { withoutTag } from '@harvu/core/chord';
import { formatGrip } from '@harvu/core/fretboard';
import { formatFeel, formatMeter } from '@harvu/core/rhythm';
import {
  barChords,
  endingRound,
  mapOf,
  meterOf,
  otherGripsOf,
  sectionBars,
  type BarChord,
  type NamedGrip,
  type Section,
  type SongDocument,
} from '@harvu/core/song';
import { LONGEST_CHART, readChart, writeChart } from '@harvu/core/chart';
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

function gripOf({ name, grip, others, fingers }: NamedGrip): object {
  return {
    name,
    grip: formatGrip(grip),
    ...(others && { others: others.map(formatGrip) }),
    ...(fingers && { fingers: fingers.map((finger) => finger ?? 0) }),
  };
}

function passOf(
  song: SongDocument,
  section: Section,
  pass: number,
): readonly (readonly BarChord[])[] {
  const meter = meterOf(song, section);
  let sounding = '-';
  const others = new Map(otherGripsOf(song, section).map((name) => [withoutTag(name), name]));
  return sectionBars(song, section, pass).map((bar, index) => {
    const isPickup = index === 0 && pass === 1 && section === song.sections[0];
    const beats = (isPickup ? song.frame.pickup : undefined) ?? (bar.meter ?? meter).beats;
    return barChords(bar, beats).map((one) => {
      sounding = one.held ? sounding : (others.get(one.chord) ?? one.chord);
      return { ...one, chord: sounding };
    });
  });
}

/** A section as the chart gives it: the bars of its first pass, and of all where endings differ. */
function sectionOf(song: SongDocument, section: Section): object {
  const { name, times, parent, part, endings } = section;
  const { pattern, patternUses, riffUses, layer, startsAt, cue, cues, meter, tempo, tempoTo } =
    section;
  const passes = endings
    ? Array.from({ length: endingRound(section) }, (_, i) => passOf(song, section, i + 1))
    : undefined;
  return {
    name,
    bars: passOf(song, section, 1),
    ...(meter && { meter: formatMeter(meter) }),
    tempo,
    tempoTo,
    times,
    parent,
    part,
    pattern,
    patternUses,
    riffUses,
    grips: section.grips,
    layer,
    startsAt,
    cue,
    cues,
    passes,
  };
}

/** `{text}` → `{frame, grips, patterns, sections, map, faults}`; with `to: "text"`, the text normalised. */
export const chartVerb = verbOf(input, ({ text, to }) => {
  const { song, faults } = readChart(text);
  if (to === 'text') return { text: writeChart(song), faults };
  return {
    frame: frameOf(song),
    grips: [
      ...song.grips.map(gripOf),
      ...(song.anyGrips ?? []).map((name) => ({ name, any: true })),
    ],
    patterns: song.patterns.map(({ name, meter, strokes }) => ({
      name,
      meter: formatMeter(meter),
      strokes,
    })),
    riffs: (song.riffs ?? []).map(({ meter, ...riff }) => ({ ...riff, meter: formatMeter(meter) })),
    sections: song.sections.map((section) => sectionOf(song, section)),
    map: mapOf(song),
    faults,
  };
});
