import type { NameFit } from '@harvu/core/chord';
import { nameGrip } from '@harvu/core/fretboard';
import { keySigns, noteName, toneOver, toPitchClass, type Signs } from '@harvu/core/pitch';
import { object, string } from 'yup';
import { capoField, gripField, toGrip, toSetup, tuningField } from './grip-input';
import { verbOf, workError } from './verb';

const input = object({
  grip: gripField(),
  tuning: tuningField(),
  capo: capoField(),
  key: string().optional(),
});

function fitOf(fit: NameFit): object {
  const root = /^[A-G][#b]?/.exec(fit.name)?.[0] ?? '';
  const tone = (one: number): string => toneOver(root, one);
  return {
    name: fit.name,
    root,
    bass: tone(fit.bass),
    score: fit.score,
    missing: fit.missing.map(tone),
    extra: fit.extra.map(tone),
  };
}

/** Without a key the notes are written with the signs that the name asks for. */
function signsOf(fit: NameFit | undefined, notes: readonly number[]): Signs {
  const spelled = notes.map((note) => toneOver(fit?.name ?? '', toPitchClass(note)));
  return spelled.some((one) => one.endsWith('b')) ? 'flats' : 'sharps';
}

/** `{grip, tuning?, capo?, key?}` → `{shape, sounding, notes}`, names best first. */
export const nameGripVerb = verbOf(input, ({ grip, tuning, capo, key }) => {
  const setup = toSetup({ tuning, capo });
  const read = toGrip(grip);
  if (read.length !== setup.tuning.length)
    return workError(
      'strings',
      `${grip} has ${read.length} strings, the tuning ${setup.tuning.length}`,
      'grip',
    );
  const { shape, sounding, notes } = nameGrip(read, setup, { key });
  return {
    shape: shape.map((fit) => fitOf(fit)),
    sounding: sounding.map((fit) => fitOf(fit)),
    notes: notes.map((note) => noteName(note, keySigns(key) ?? signsOf(sounding[0], notes))),
  };
});
