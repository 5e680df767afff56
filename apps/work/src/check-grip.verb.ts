import { parseChordName } from '@harvu/core/chord';
import { checkGrip, formatGrip, gripFaults } from '@harvu/core/fretboard';
import { toneOver } from '@harvu/core/pitch';
import { object, string } from 'yup';
import {
  capoField,
  fingersField,
  gripField,
  toFingers,
  toGrip,
  toHand,
  toSetup,
  tuningField,
} from './grip-input';
import { verbOf, workError } from './verb';

const input = object({
  name: string().required(),
  grip: gripField(),
  fingers: fingersField(),
  tuning: tuningField(),
  capo: capoField(),
});

/** `{name, grip, tuning?, capo?}` → `{verdict, missing, extra, sounds, slips, faults}`. */
export const checkGripVerb = verbOf(input, ({ name, grip, fingers, tuning, capo }) => {
  const chord = parseChordName(name);
  if (!chord) return workError('name', `"${name}" is no chord name`, 'name');
  const setup = toSetup({ tuning, capo });
  const read = toGrip(grip);
  if (read.length !== setup.tuning.length)
    return workError(
      'strings',
      `${grip} has ${read.length} strings, the tuning ${setup.tuning.length}`,
      'grip',
    );
  const { verdict, missing, extra, sounds, slips } = checkGrip(chord, read, setup);
  const faults = gripFaults({ grip: read, fingers: toFingers(fingers) }, toHand(setup.capo));
  return {
    verdict,
    missing: missing.map((tone) => toneOver(name, tone)),
    extra: extra.map((tone) => toneOver(name, tone)),
    sounds,
    slips: slips.map((slip) => ({ ...slip, grip: formatGrip(slip.grip) })),
    faults,
  };
});
