/** One constant that is assumed, not measured: shown to users with its unit and its reason. */
export interface Assumption {
  readonly value: number;
  readonly unit: string;
  readonly why: string;
  /** The bounds within which a studio may set its own value; without them it stays as it is. */
  readonly changeable?: { readonly least: number; readonly most: number };
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
  startShare: {
    value: 0.9,
    unit: 'of the limit',
    why: 'A first tempo with a little room.',
    changeable: { least: 0.5, most: 1 },
  },
  startLeastShare: {
    value: 0.5,
    unit: 'of the goal',
    why: 'Slower than half, the part is simplified first.',
  },
  rungRatio: {
    value: 1.08,
    unit: 'times the rung below',
    why: 'A rise one hears but can follow.',
    changeable: { least: 1.02, most: 1.5 },
  },
  failsToStepDown: {
    value: 2,
    unit: 'tries in a row',
    why: 'Two failed tries step one rung down.',
  },
  strokesPerSecond: {
    value: 2.5,
    unit: 'strokes a second',
    why: 'A first hand alone; replaced by what the student has shown. It starts hand steps, never limits a section.',
    changeable: { least: 0.5, most: 12 },
  },
  paceShrink: {
    value: 3,
    unit: 'changes',
    why: 'A pace measured on few changes is drawn towards the usual one, as if so many more had been usual.',
  },
  readyMinutes: {
    value: 4,
    unit: 'min',
    why: 'Tuning, capo, sitting well.',
    changeable: { least: 1, most: 30 },
  },
  gripMinutes: {
    value: 5,
    unit: 'min',
    why: 'A new grip until it rings five times.',
    changeable: { least: 1, most: 60 },
  },
  changeMinutes: {
    value: 6,
    unit: 'min, τ of a change',
    why: 'What a change drill takes for each e-fold nearer to its ceiling.',
    changeable: { least: 1, most: 60 },
  },
  handMinutes: {
    value: 5,
    unit: 'min a bar, τ of a pattern',
    why: 'The hand alone on muted strings, for each bar of the pattern.',
    changeable: { least: 1, most: 60 },
  },
  barMinutes: {
    value: 1.5,
    unit: 'min a bar, τ of a section',
    why: 'Each bar that is new, at usual difficulty.',
    changeable: { least: 0.25, most: 20 },
  },
  joinShare: {
    value: 0.5,
    unit: 'of a section’s bar',
    why: 'The bars of a join are known; only the crossing is new.',
    changeable: { least: 0.1, most: 2 },
  },
  wholeStartShare: {
    value: 0.85,
    unit: 'of the goal',
    why: 'Sections and joins are at the goal by then; a little slower, no crossing surprises.',
    changeable: { least: 0.5, most: 1 },
  },
  easiestBar: {
    value: 0.75,
    unit: 'times usual',
    why: 'A bar whose changes have ample time.',
  },
  hardestBar: {
    value: 2,
    unit: 'times usual',
    why: 'However tight a change, a bar counts at most double.',
  },
  playedAgain: {
    value: 2,
    unit: 'times',
    why: 'For each clean pass about one more that is not, or a breath.',
    changeable: { least: 1, most: 6 },
  },
  ceilingRatio: {
    value: 1.08,
    unit: 'times the goal',
    why: 'The tempo practice would lead to in the end; nearer to it, each bpm takes longer.',
  },
  stepSpread: {
    value: 0.4,
    unit: 'log standard deviation of a step',
    why: 'Single steps go quicker or slower than thought; over many it evens out.',
  },
  paceSpread: {
    value: 0.25,
    unit: 'log standard deviation of a student',
    why: 'A whole student is quicker or slower than thought; that does not even out.',
  },
  minutesADay: {
    value: 15,
    unit: 'min a day',
    why: 'Until somebody says which minutes on which days.',
    changeable: { least: 1, most: 240 },
  },
  defaultBpm: { value: 80, unit: 'bpm', why: 'Used only until the song states its tempo.' },
} as const satisfies Record<string, Assumption>;
