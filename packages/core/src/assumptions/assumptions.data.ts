/** One constant that is assumed, not measured: shown to users with its unit and its reason. */
export interface Assumption {
  readonly value: number;
  readonly unit: string;
  readonly why: string;
}

/** Every constant the core assumes. Nothing elsewhere in the core hides one. */
export const ASSUMPTIONS = {
  scaleLengthMm: { value: 648, unit: 'mm', why: 'The commonest full-size scale; set per student.' },
  stringSpacingNutMm: { value: 7.2, unit: 'mm', why: 'String spacing at the nut of a usual neck.' },
  stringSpacingBridgeMm: { value: 10.5, unit: 'mm', why: 'String spacing at the bridge.' },
  reach12Mm: { value: 55, unit: 'mm', why: 'Comfortable between fingers 1 and 2.' },
  reach23Mm: { value: 45, unit: 'mm', why: 'Comfortable between fingers 2 and 3.' },
  reach34Mm: { value: 45, unit: 'mm', why: 'Comfortable between fingers 3 and 4.' },
  reach13Mm: {
    value: 80,
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 3; an open C needs 70.5.',
  },
  reach24Mm: { value: 75, unit: 'mm', why: 'Comfortable between fingers 2 and 4.' },
  reach14Mm: { value: 105, unit: 'mm', why: 'Comfortable between fingers 1 and 4.' },
  reachMaximalRatio: {
    value: 1.3,
    unit: 'times comfortable',
    why: 'Beyond this a grip is not offered.',
  },
  longBarreSeconds: {
    value: 8,
    unit: 's',
    why: 'A full barre held longer on end tires the thumb; an easier grip is shown beside it.',
  },
  changeBaseSeconds: { value: 0.25, unit: 's', why: 'Letting go and setting down again.' },
  changeFingerSeconds: { value: 0.09, unit: 's a finger', why: 'Each finger that moves or lands.' },
  changeTravelSeconds: { value: 0.0016, unit: 's a mm', why: 'The longest way a finger goes.' },
  changeBarreSeconds: { value: 0.15, unit: 's', why: 'Laying a new barre.' },
  changeStaySeconds: {
    value: 0.05,
    unit: 's a finger',
    why: 'A finger that stays guides the others.',
  },
  changeLeastSeconds: { value: 0.12, unit: 's', why: 'No change is quicker than this.' },
  drillStrumSeconds: {
    value: 0.35,
    unit: 's',
    why: 'The strum of a change drill and its settling.',
  },
  startShare: { value: 0.9, unit: 'of the limit', why: 'A first tempo with a little room.' },
  startLeastShare: {
    value: 0.5,
    unit: 'of the goal',
    why: 'Slower than half, the part is simplified first.',
  },
  rungRatio: { value: 1.08, unit: 'times the rung below', why: 'A rise one hears but can follow.' },
  failsToStepDown: {
    value: 2,
    unit: 'tries in a row',
    why: 'Two failed tries step one rung down.',
  },
  defaultBpm: { value: 80, unit: 'bpm', why: 'Used only until the song states its tempo.' },
} as const satisfies Record<string, Assumption>;
