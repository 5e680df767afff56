/** One constant that is assumed, not measured: shown to users with its unit and its reason. */
export interface Assumption {
  /** What it is, in a few words. */
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly why: string;
  /** The bounds within which a studio may set its own value; without them it stays as it is. */
  readonly changeable?: { readonly least: number; readonly most: number };
}

/** Every constant the core assumes. Nothing elsewhere in the core hides one. */
export const ASSUMPTIONS = {
  scaleLengthMm: {
    name: 'Scale length',
    value: 648,
    unit: 'mm',
    why: 'The commonest full-size scale; set per student.',
  },
  stringSpacingNutMm: {
    name: 'String spacing at the nut',
    value: 7.2,
    unit: 'mm',
    why: 'String spacing at the nut of a usual neck.',
  },
  stringSpacingBridgeMm: {
    name: 'String spacing at the bridge',
    value: 10.5,
    unit: 'mm',
    why: 'String spacing at the bridge.',
  },
  reach12Mm: {
    name: 'Reach, fingers 1 and 2',
    value: 55,
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 2.',
  },
  reach23Mm: {
    name: 'Reach, fingers 2 and 3',
    value: 45,
    unit: 'mm',
    why: 'Comfortable between fingers 2 and 3.',
  },
  reach34Mm: {
    name: 'Reach, fingers 3 and 4',
    value: 45,
    unit: 'mm',
    why: 'Comfortable between fingers 3 and 4.',
  },
  reach13Mm: {
    name: 'Reach, fingers 1 and 3',
    value: 80,
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 3; an open C needs 70.5.',
  },
  reach24Mm: {
    name: 'Reach, fingers 2 and 4',
    value: 75,
    unit: 'mm',
    why: 'Comfortable between fingers 2 and 4.',
  },
  reach14Mm: {
    name: 'Reach, fingers 1 and 4',
    value: 105,
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 4.',
  },
  reachMaximalRatio: {
    name: 'Furthest reach',
    value: 1.4,
    unit: 'times comfortable',
    why: 'Beyond this a grip is not offered.',
  },
  reachMaximalNextRatio: {
    name: 'Furthest reach, fingers 2-3 and 3-4',
    value: 1.65,
    unit: 'times comfortable',
    why: 'Two frets between these fingers near the nut are held every day, as in C♯ diminished x42120.',
  },
  longBarreSeconds: {
    name: 'A long barre',
    value: 8,
    unit: 's',
    why: 'A full barre held longer on end tires the thumb; an easier grip is shown beside it.',
  },
  changeBaseSeconds: {
    name: 'A change: letting go',
    value: 0.25,
    unit: 's',
    why: 'Letting go and setting down again.',
  },
  changeFingerSeconds: {
    name: 'A change: each finger',
    value: 0.09,
    unit: 's a finger',
    why: 'Each finger that moves or lands.',
  },
  changeTravelSeconds: {
    name: 'A change: the way',
    value: 0.0016,
    unit: 's a mm',
    why: 'The longest way a finger goes.',
  },
  changeFullBarreSeconds: {
    name: 'A change: a new barre',
    value: 0.35,
    unit: 's',
    why: 'Laying a finger flat over four strings or more and pressing all of them down.',
  },
  changePartialBarreSeconds: {
    name: 'A change: a new small barre',
    value: 0.2,
    unit: 's',
    why: 'Laying a finger flat over two or three strings.',
  },
  changeShapeSeconds: {
    name: 'A change: the whole shape',
    value: 0.2,
    unit: 's',
    why: 'A shape that stays as it is moves as one; only its way is added.',
  },
  changeShapeStringsSeconds: {
    name: 'A change: the shape to other strings',
    value: 0.08,
    unit: 's',
    why: 'A shape that goes over to other strings is set down more carefully than one that slides.',
  },
  changeStaySeconds: {
    name: 'A change: a finger that stays',
    value: 0.05,
    unit: 's a finger',
    why: 'A finger that stays guides the others.',
  },
  changeLeastSeconds: {
    name: 'The quickest change',
    value: 0.12,
    unit: 's',
    why: 'No change is quicker than this.',
  },
  drillStrumSeconds: {
    name: 'The strum of a drill',
    value: 0.35,
    unit: 's',
    why: 'The strum of a change drill and its settling.',
  },
  startShare: {
    name: 'First tempo',
    value: 0.9,
    unit: 'of the limit',
    why: 'A first tempo with a little room.',
    changeable: { least: 0.5, most: 1 },
  },
  startLeastShare: {
    name: 'Slowest first tempo',
    value: 0.5,
    unit: 'of the goal',
    why: 'Slower than half, the part is simplified first.',
  },
  rungRatio: {
    name: 'From rung to rung',
    value: 1.08,
    unit: 'times the rung below',
    why: 'A rise one hears but can follow.',
    changeable: { least: 1.02, most: 1.5 },
  },
  failsToStepDown: {
    name: 'A rung down',
    value: 2,
    unit: 'tries in a row',
    why: 'Two failed tries step one rung down.',
  },
  strokesPerSecond: {
    name: 'A first hand',
    value: 2.5,
    unit: 'strokes a second',
    why: 'A first hand alone; replaced by what the student has shown. It starts hand steps, never limits a section.',
    changeable: { least: 0.5, most: 12 },
  },
  paceShrink: {
    name: 'Pace from few changes',
    value: 3,
    unit: 'changes',
    why: 'A pace measured on few changes is drawn towards the usual one, as if so many more had been usual.',
  },
  readyMinutes: {
    name: 'Getting ready',
    value: 4,
    unit: 'min',
    why: 'Tuning, capo, sitting well.',
    changeable: { least: 1, most: 30 },
  },
  gripMinutes: {
    name: 'A grip',
    value: 5,
    unit: 'min',
    why: 'A new grip until it rings five times.',
    changeable: { least: 1, most: 60 },
  },
  changeMinutes: {
    name: 'A change drill',
    value: 6,
    unit: 'min, τ of a change',
    why: 'What a change drill takes for each e-fold nearer to its ceiling.',
    changeable: { least: 1, most: 60 },
  },
  handMinutes: {
    name: 'The hand alone',
    value: 5,
    unit: 'min a bar, τ of a pattern',
    why: 'The hand alone on muted strings, for each bar of the pattern.',
    changeable: { least: 1, most: 60 },
  },
  barMinutes: {
    name: 'A new bar',
    value: 1.5,
    unit: 'min a bar, τ of a section',
    why: 'Each bar that is new, at usual difficulty.',
    changeable: { least: 0.25, most: 20 },
  },
  joinShare: {
    name: 'A join',
    value: 0.5,
    unit: 'of a section’s bar',
    why: 'The bars of a join are known; only the crossing is new.',
    changeable: { least: 0.1, most: 2 },
  },
  wholeStartShare: {
    name: 'The whole song begins',
    value: 0.85,
    unit: 'of the goal',
    why: 'Sections and joins are at the goal by then; a little slower, no crossing surprises.',
    changeable: { least: 0.5, most: 1 },
  },
  easiestBar: {
    name: 'The easiest bars',
    value: 0.75,
    unit: 'times usual',
    why: 'A bar whose changes have ample time.',
  },
  hardestBar: {
    name: 'The hardest bars',
    value: 2,
    unit: 'times usual',
    why: 'However tight a change, a bar counts at most double.',
  },
  playedAgain: {
    name: 'Passes for a clean one',
    value: 2,
    unit: 'times',
    why: 'For each clean pass about one more that is not, or a breath.',
    changeable: { least: 1, most: 6 },
  },
  ceilingRatio: {
    name: 'Where tempo would end',
    value: 1.08,
    unit: 'times the goal',
    why: 'The tempo practice would lead to in the end; nearer to it, each bpm takes longer.',
  },
  stepSpread: {
    name: 'Spread of a step',
    value: 0.4,
    unit: 'log standard deviation of a step',
    why: 'Single steps go quicker or slower than thought; over many it evens out.',
  },
  paceSpread: {
    name: 'Spread of a student',
    value: 0.25,
    unit: 'log standard deviation of a student',
    why: 'A whole student is quicker or slower than thought; that does not even out.',
  },
  minutesADay: {
    name: 'Practice',
    value: 15,
    unit: 'min a day',
    why: 'Until somebody says which minutes on which days.',
    changeable: { least: 1, most: 240 },
  },
  defaultBpm: {
    name: 'Tempo unsaid',
    value: 80,
    unit: 'bpm',
    why: 'Used only until the song states its tempo.',
  },
} as const satisfies Record<string, Assumption>;
