import type { NameFit } from '@harvu/core/chord';
import { nameGrip } from '@harvu/core/fretboard';
import { keySigns, noteName, toneName, type Signs } from '@harvu/core/pitch';
import { object, string } from 'yup';
import { capoField, gripField, toGrip, toSetup, tuningField } from './grip-input';
import { verbOf, workError } from './verb';

const input = object({
  grip: gripField(),
  tuning: tuningField(),
  capo: capoField(),
  key: string().optional(),
});

/** Tones are spelled like the name they belong to. */
function signsOf(name: string, key: string | undefined): Signs {
  return keySigns(key) ?? (/^[A-G]b|\/[A-G]b/.test(name) ? 'flats' : 'sharps');
}

function fitOf(fit: NameFit, key: string | undefined): object {
  const tone = (one: number): string => toneName(one, signsOf(fit.name, key));
  const root = /^[A-G][#b]?/.exec(fit.name)?.[0] ?? tone(fit.root);
  return {
    name: fit.name,
    root,
    bass: fit.bass === fit.root ? root : tone(fit.bass),
    score: fit.score,
    missing: fit.missing.map(tone),
    extra: fit.extra.map(tone),
  };
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
    shape: shape.map((fit) => fitOf(fit, setup.capo === 0 ? key : undefined)),
    sounding: sounding.map((fit) => fitOf(fit, key)),
    notes: notes.map((note) => noteName(note, keySigns(key) ?? 'sharps')),
  };
});
