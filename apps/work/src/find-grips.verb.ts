import { parseChordName } from '@harvu/core/chord';
import { findGrips, formatGrip } from '@harvu/core/fretboard';
import { toneOver } from '@harvu/core/pitch';
import { boolean, number, object, string } from 'yup';
import { barresOf, fingersOf } from './fingering.verb';
import { capoField, toHand, toSetup, tuningField } from './grip-input';
import { verbOf, workError } from './verb';

const USUAL_COUNT = 12;

const input = object({
  name: string().required(),
  tuning: tuningField(),
  capo: capoField(),
  maxReachMm: number().moreThan(0).optional(),
  count: number().integer().min(1).max(100).optional(),
  noBarre: boolean().optional(),
  thumb: boolean().optional(),
  scaleLengthMm: number().min(300).max(900).optional(),
});

/** `{name, tuning?, capo?, maxReachMm?, count?, noBarre?, thumb?}` → grips, the usual ones first, then the easiest. */
export const findGripsVerb = verbOf(input, (search) => {
  const name = parseChordName(search.name);
  if (!name) return workError('name', `"${search.name}" is no chord name`, 'name');
  const setup = toSetup(search);
  const found = findGrips({
    name,
    setup,
    hand: toHand(setup.capo, search.scaleLengthMm),
    count: search.count ?? USUAL_COUNT,
    noBarre: search.noBarre ?? false,
    thumb: search.thumb ?? false,
    ...(search.maxReachMm !== undefined && { maxReachMm: search.maxReachMm }),
  });
  return found.map((one) => ({
    grip: formatGrip(one.grip),
    fingers: fingersOf(one),
    barres: barresOf(one),
    reachMm: one.reachMm,
    cost: one.cost,
    usual: one.usual,
    missing: one.missing.map((tone) => toneOver(search.name, tone)),
    gained: one.gained.map((tone) => toneOver(search.name, tone)),
  }));
});
