import { VALUES } from '../constants';

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

/** What every constant is, its unit and its reason. */ const WORDS = {
  scaleLengthMm: {
    name: 'Scale length',
    unit: 'mm',
    why: 'The commonest full-size scale; set per student.',
  },
  stringSpacingNutMm: {
    name: 'String spacing at the nut',
    unit: 'mm',
    why: 'String spacing at the nut of a usual neck.',
  },
  stringSpacingBridgeMm: {
    name: 'String spacing at the bridge',
    unit: 'mm',
    why: 'String spacing at the bridge.',
  },
  reach12Mm: {
    name: 'Reach, fingers 1 and 2',
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 2.',
  },
  reach23Mm: {
    name: 'Reach, fingers 2 and 3',
    unit: 'mm',
    why: 'Comfortable between fingers 2 and 3.',
  },
  reach34Mm: {
    name: 'Reach, fingers 3 and 4',
    unit: 'mm',
    why: 'Comfortable between fingers 3 and 4.',
  },
  reach13Mm: {
    name: 'Reach, fingers 1 and 3',
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 3; an open C needs 70.5.',
  },
  reach24Mm: {
    name: 'Reach, fingers 2 and 4',
    unit: 'mm',
    why: 'Comfortable between fingers 2 and 4.',
  },
  reach14Mm: {
    name: 'Reach, fingers 1 and 4',
    unit: 'mm',
    why: 'Comfortable between fingers 1 and 4.',
  },
  reachMaximalRatio: {
    name: 'Furthest reach',
    unit: 'times comfortable',
    why: 'Beyond this a grip is not offered.',
  },
  reachMaximalNextRatio: {
    name: 'Furthest reach, fingers 2-3 and 3-4',
    unit: 'times comfortable',
    why: 'Two frets between these fingers near the nut are held every day, as in C♯ diminished x42120.',
  },
  longBarreSeconds: {
    name: 'A long barre',
    unit: 's',
    why: 'A full barre held longer on end tires the thumb; an easier grip is shown beside it.',
  },
  changeBaseSeconds: {
    name: 'A change: letting go',
    unit: 's',
    why: 'Letting go and setting down again.',
  },
  changeFingerSeconds: {
    name: 'A change: each finger',
    unit: 's a finger',
    why: 'Each finger that moves or lands.',
  },
  changeTravelSeconds: {
    name: 'A change: the way',
    unit: 's a mm',
    why: 'The longest way a finger goes.',
  },
  changeFullBarreSeconds: {
    name: 'A change: a new barre',
    unit: 's',
    why: 'Laying a finger flat over four strings or more and pressing all of them down.',
  },
  changePartialBarreSeconds: {
    name: 'A change: a new small barre',
    unit: 's',
    why: 'Laying a finger flat over two or three strings.',
  },
  changeShapeSeconds: {
    name: 'A change: the whole shape',
    unit: 's',
    why: 'A shape that stays as it is moves as one; only its way is added.',
  },
  changeShapeStringsSeconds: {
    name: 'A change: the shape to other strings',
    unit: 's',
    why: 'A shape that goes over to other strings is set down more carefully than one that slides.',
  },
  changeStaySeconds: {
    name: 'A change: a finger that stays',
    unit: 's a finger',
    why: 'A finger that stays guides the others.',
  },
  changeLeastSeconds: {
    name: 'The quickest change',
    unit: 's',
    why: 'No change is quicker than this.',
  },
  drillStrumSeconds: {
    name: 'The strum of a drill',
    unit: 's',
    why: 'The strum of a change drill and its settling.',
  },
  startShare: {
    name: 'First tempo',
    unit: 'of the limit',
    why: 'A first tempo with a little room.',
    changeable: { least: 0.5, most: 1 },
  },
  startLeastShare: {
    name: 'Slowest first tempo',
    unit: 'of the goal',
    why: 'Slower than half, the part is simplified first.',
  },
  rungRatio: {
    name: 'From rung to rung',
    unit: 'times the rung below',
    why: 'A rise one hears but can follow.',
    changeable: { least: 1.02, most: 1.5 },
  },
  failsToStepDown: {
    name: 'A rung down',
    unit: 'tries in a row',
    why: 'Two failed tries step one rung down.',
  },
  shiftBaseSeconds: {
    name: 'A shift along the neck, to begin with',
    unit: 's',
    why: 'To let go and to land, however near the new place is.',
  },
  shiftTravelSeconds: {
    name: 'A shift along the neck, each millimetre',
    unit: 's/mm',
    why: 'The same travel as between grips.',
  },
  crossStringSeconds: {
    name: 'Crossing over a string',
    unit: 's',
    why: 'What a pick or a finger takes longer for each string it passes over.',
  },
  repeatFingerSeconds: {
    name: 'The same finger again',
    unit: 's',
    why: 'A finger of the picking hand that plucks twice in a row has to come back first.',
  },
  plucksPerSecond: {
    name: 'Plucks of a first hand',
    unit: '1/s',
    why: 'Single notes one after the other, until the student has shown a rate of their own.',
  },
  echoOffPercent: {
    name: 'An echo that fits no note value',
    unit: '%',
    why: 'From here on one hears it run against the beat.',
  },
  strokesPerSecond: {
    name: 'A first hand',
    unit: 'strokes a second',
    why: 'A first hand alone; replaced by what the student has shown. It starts hand steps, never limits a section.',
    changeable: { least: 0.5, most: 12 },
  },
  paceShrink: {
    name: 'Pace from few changes',
    unit: 'changes',
    why: 'A pace measured on few changes is drawn towards the usual one, as if so many more had been usual.',
  },
  hinderShare: {
    name: 'A change that hinders',
    unit: 'of its time',
    why: 'A change that takes more of the time there is for it is felt, and may be drilled by itself.',
    changeable: { least: 0.3, most: 1 },
  },
  drillLeastSeconds: {
    name: 'The quickest a drill asks for',
    unit: 's a change',
    why: 'Sixty changes a minute with one strum each: what needs more is learned inside its section.',
    changeable: { least: 0.3, most: 2 },
  },
  mostDrills: {
    name: 'Drills in a song',
    unit: 'changes',
    why: 'The slowest ones; the others are practised inside their sections.',
    changeable: { least: 0, most: 20 },
  },
  newStartShare: {
    name: 'New bars begin',
    unit: 'of the goal',
    why: 'What was never played is played slowly first, even where no change hinders.',
    changeable: { least: 0.5, most: 1 },
  },
  knownStartShare: {
    name: 'A fuller layer begins',
    unit: 'of the goal',
    why: 'The bars are known in a barer layer; only the strokes are new.',
    changeable: { least: 0.5, most: 1 },
  },
  wholeStartShare: {
    name: 'Joins and the whole song begin',
    unit: 'of the goal',
    why: 'Their parts are at the goal by then; a little slower, no crossing surprises.',
    changeable: { least: 0.5, most: 1 },
  },
  readyMinutes: {
    name: 'Getting ready',
    unit: 'min',
    why: 'Tuning, capo, sitting well.',
    changeable: { least: 1, most: 30 },
  },
  listenTimes: {
    name: 'Listening',
    unit: 'times the song',
    why: 'Once through with the map, and the places one lost it again.',
    changeable: { least: 0, most: 10 },
  },
  gripMinutes: {
    name: 'A grip',
    unit: 'min',
    why: 'Finding the strings of a new grip; its fingers are added.',
    changeable: { least: 0, most: 60 },
  },
  gripFingerMinutes: {
    name: 'A grip: each finger',
    unit: 'min a finger',
    why: 'Each finger that has to find its place and ring.',
    changeable: { least: 0, most: 20 },
  },
  gripFirstBarreMinutes: {
    name: 'A grip: the first full barre',
    unit: 'min',
    why: 'The first finger laid over four strings or more is the hardest thing a hand learns in its first years.',
    changeable: { least: 0, most: 120 },
  },
  gripBarreMinutes: {
    name: 'A grip: one more barre, or a small one',
    unit: 'min',
    why: 'A full barre where another one is held already, or one over two or three strings.',
    changeable: { least: 0, most: 60 },
  },
  gripReachMinutes: {
    name: 'A grip: a wide reach',
    unit: 'min',
    why: 'Fingers further apart than is comfortable for this hand.',
    changeable: { least: 0, most: 60 },
  },
  gripMovedMinutes: {
    name: 'A grip: a known shape elsewhere',
    unit: 'min',
    why: 'The same shape and fingers at another fret, or one finger more or less.',
    changeable: { least: 0, most: 20 },
  },
  drillMinutes: {
    name: 'A drill',
    unit: 'min',
    why: 'Finding both grips and the way between them, slowly.',
    changeable: { least: 0, most: 30 },
  },
  drillFoldMinutes: {
    name: 'A drill: getting quicker',
    unit: 'min for each e-fold',
    why: 'From the time the change takes now to the time that is needed.',
    changeable: { least: 1, most: 60 },
  },
  handMinutes: {
    name: 'The hand alone',
    unit: 'min a pattern',
    why: 'The picking hand alone on muted strings.',
    changeable: { least: 1, most: 60 },
  },
  barMinutes: {
    name: 'A new bar',
    unit: 'min a bar',
    why: 'Each distinct bar that is new in the fullest layer.',
    changeable: { least: 0, most: 20 },
  },
  bareBarMinutes: {
    name: 'A new bar, barer',
    unit: 'min a bar',
    why: 'Each distinct bar that is new with one strum a chord.',
    changeable: { least: 0, most: 20 },
  },
  climbMinutes: {
    name: 'Up to the goal',
    unit: 'min, τ of a section',
    why: 'What a section takes for each e-fold nearer to its ceiling, before its bars are looked at.',
    changeable: { least: 0, most: 30 },
  },
  climbBarMinutes: {
    name: 'Up to the goal: each bar',
    unit: 'min, τ a bar',
    why: 'Longer sections take longer to bring to tempo.',
    changeable: { least: 0, most: 10 },
  },
  climbHinderMinutes: {
    name: 'Up to the goal: a change that hinders',
    unit: 'min, τ a change',
    why: 'Each change that takes most of its time at the goal.',
    changeable: { least: 0, most: 20 },
  },
  climbBarreMinutes: {
    name: 'Up to the goal: a bar with a barre',
    unit: 'min, τ a bar',
    why: 'Each distinct bar that holds a full barre tires the hand.',
    changeable: { least: 0, most: 20 },
  },
  joinMinutes: {
    name: 'A join',
    unit: 'min',
    why: 'A crossing from one part into the next; both sides are known.',
    changeable: { least: 0.5, most: 30 },
  },
  joinClimbMinutes: {
    name: 'A join: up to the goal',
    unit: 'min, τ of a join',
    why: 'A crossing that hinders, or brings something new, is brought to tempo by itself.',
    changeable: { least: 0, most: 30 },
  },
  wholeTimes: {
    name: 'The whole song',
    unit: 'times the song',
    why: 'Playing it through, in each layer; the same with the recording, singing, for others.',
    changeable: { least: 1, most: 20 },
  },
  playedAgain: {
    name: 'Passes for a clean one',
    unit: 'times',
    why: 'For each clean pass about one more that is not, or a breath.',
    changeable: { least: 1, most: 6 },
  },
  ceilingRatio: {
    name: 'Where tempo would end',
    unit: 'times the goal',
    why: 'The tempo practice would lead to in the end; nearer to it, each bpm takes longer.',
  },
  stepSpread: {
    name: 'Spread of a step',
    unit: 'log standard deviation of a step',
    why: 'Single steps go quicker or slower than thought; over many it evens out.',
  },
  paceSpread: {
    name: 'Spread of a student',
    unit: 'log standard deviation of a student',
    why: 'A whole student is quicker or slower than thought; that does not even out.',
  },
  minutesADay: {
    name: 'Practice',
    unit: 'min a day',
    why: 'Until somebody says which minutes on which days.',
    changeable: { least: 1, most: 240 },
  },
  defaultBpm: {
    name: 'Tempo unsaid',
    unit: 'bpm',
    why: 'Used only until the song states its tempo.',
  },
  retainedLowShare: {
    name: 'What is left of a tempo at least',
    unit: 'of it',
    why: 'With all of it forgotten somebody who once held a tempo still begins there; what is remembered adds the rest.',
  },
  retainedHighShare: {
    name: 'What is left of a tempo at most',
    unit: 'of it',
    why: 'The other end of the same range: nobody who has not played for long begins quite where they ended.',
  },
  visitShare: {
    name: 'Visits to what was learned',
    unit: 'of the time',
    why: 'Enough that what is done stays, and little enough that what is new goes on.',
  },
  visitLeastMinutes: {
    name: 'The shortest thing to practise',
    unit: 'min',
    why: 'Less than this is over before the hands are there.',
  },
  blockMinutes: {
    name: 'The longest at one thing',
    unit: 'min',
    why: 'After so many minutes hands and ears want something else, or a pause.',
  },
  newADay: {
    name: 'New things in a day',
    unit: 'steps',
    why: 'More than two new things in a day push each other out.',
  },
  forecastUnlike: {
    name: 'How unlike the weeks before the next are',
    unit: 'spread',
    why: 'Practice to come is worth a little more or less than what was: a forecast that denies it is too sure.',
  },
  newAWeek: {
    name: 'New things in a week',
    unit: 'steps',
    why: 'Two new things a week leave time for what was begun; more are begun and not finished.',
  },
  stuckGainShare: {
    name: 'Gain under which a step is stuck',
    unit: 'share',
    why: 'Less than two in a hundred over several days cannot be told from a good or a bad day.',
  },
  stuckDays: {
    name: 'Days of practice before a step is called stuck',
    unit: 'days',
    why: 'Everybody has a bad day, and some have two.',
  },
  stuckMinutes: {
    name: 'Practice before a step is called stuck',
    unit: 'min',
    why: 'What was hardly practised is not stuck.',
  },
  silentDays: {
    name: 'Days without practice before somebody is silent',
    unit: 'days',
    why: 'A week without anything in any song is worth a word.',
  },
  attentionSore: {
    name: 'Weight of something that hurts',
    unit: 'points',
    why: 'A hand comes before every song.',
  },
  attentionDeadline: {
    name: 'Weight of a date in danger',
    unit: 'points',
    why: 'There is still time to make it smaller, and tomorrow there is less.',
  },
  attentionStuck: {
    name: 'Weight of being stuck',
    unit: 'points',
    why: 'Practice that changes nothing is given up soon.',
  },
  attentionSilent: {
    name: 'Weight of silence',
    unit: 'points',
    why: 'Nobody knows why; one asks.',
  },
  attentionLesson: {
    name: 'Weight of a lesson today',
    unit: 'points',
    why: 'Of two with the same need, the one who comes today comes first.',
  },
  showAgain: {
    name: 'Chance under which ready is shown again',
    unit: 'share',
    why: 'What goes in fewer than seven of ten runs is not ready for a night.',
  },
  requestFit: {
    name: 'Request: how well it fits',
    unit: 'weight',
    why: 'Full weight where the song fits now, six tenths with a simpler version, nothing for later.',
    changeable: { least: 0, most: 10 },
  },
  requestAsks: {
    name: 'Request: how many ask',
    unit: 'weight',
    why: 'Full weight from three who ask.',
    changeable: { least: 0, most: 10 },
  },
  requestWaits: {
    name: 'Request: how long it waits',
    unit: 'weight',
    why: 'Full weight from eight weeks.',
    changeable: { least: 0, most: 10 },
  },
  requestWanted: {
    name: 'Request: a day it is wanted for',
    unit: 'weight',
    why: 'The sooner the more, within ten weeks.',
    changeable: { least: 0, most: 10 },
  },
  requestPrepared: {
    name: 'Request: what is prepared',
    unit: 'weight',
    why: 'Full weight for a song on the shelf, three tenths where its chords are there.',
    changeable: { least: 0, most: 10 },
  },
  requestShared: {
    name: 'Request: what other songs share',
    unit: 'weight',
    why: 'By the share of its chords in songs in work and other requests.',
    changeable: { least: 0, most: 10 },
  },
  fitWeeks: {
    name: 'Weeks a song gets',
    unit: 'weeks',
    why: 'A requested song that is learnt in them fits now; one whose simpler version is fits with that.',
    changeable: { least: 2, most: 40 },
  },
  fitNewGrips: {
    name: 'New grips at once',
    unit: 'open grips',
    why: 'More is much at once for who owns none; each eight owned let one more be new, up to three. The first barre counts three, another two, a known shape elsewhere half.',
    changeable: { least: 1, most: 12 },
  },
  fitTightness: {
    name: 'Tight for a hand',
    unit: 'times',
    why: 'A change that takes this much longer than there is time for it at the goal asks for a simpler layer first.',
    changeable: { least: 1, most: 5 },
  },
  capoChangeMinutes: {
    name: 'A change, in capo advice',
    unit: 'min',
    why: 'Times ln(1 + seconds / 0.65): what a change weighs beside a grip when places for the capo are compared.',
  },
  capoHighFret: {
    name: 'High capo, from fret',
    unit: 'fret',
    why: 'Beyond it strings get short, thin and hard to tune.',
  },
  capoHighMinutes: {
    name: 'Higher still',
    unit: 'min',
    why: 'Times the square of the frets beyond: what a high capo weighs when places are compared.',
  },
  capoMovedMinutes: {
    name: 'Another place at all',
    unit: 'min',
    why: 'Other shapes and other names for what is written already: a small gain is no reason to move.',
  },
  capoBarreMinutes: {
    name: 'Barres all the time',
    unit: 'min',
    why: 'Times the share of the song under a barre: what it asks of a hand that knows it already.',
  },
  capoMoveSeconds: {
    name: 'Moving a capo',
    unit: 's',
    why: 'From one fret to another in the middle of a song, with a clamp.',
  },
  retuneSeconds: {
    name: 'Tuning a string otherwise',
    unit: 's',
    why: 'On stage, with a tuner, each string.',
  },
  takeLateMs: {
    name: 'A stroke is late',
    unit: 'ms',
    why: 'Later than this against the rest of a take, anybody hears it; a change that comes later is not clean.',
  },
  takeLateLeastMs: {
    name: 'A stroke is late, at the least',
    unit: 'ms',
    why: 'However fast it goes, less than this is the unevenness of hands and microphones.',
  },
  takeLateShare: {
    name: 'A stroke is late, of the way to the next',
    unit: '× the gap',
    why: 'Where strokes are close, less is already the place of the next one.',
  },
  takeUnheardShare: {
    name: 'Strokes a microphone may not hear',
    unit: '× the strokes',
    why: 'Soft up-strokes get lost in a room; taps and MIDI are always heard.',
  },
  takeUnevenMs: {
    name: 'A take is uneven',
    unit: 'ms',
    why: 'A third of the strokes lie further off the beat than this: it no longer swings together.',
  },
  takeDriftPercent: {
    name: 'A take drifts',
    unit: '%',
    why: 'So much slower or faster than the click over the whole take, it is another tempo.',
  },
  takeShownMs: {
    name: 'A stroke is drawn beside the beat',
    unit: 'ms',
    why: 'Nearer than this it is drawn on the beat: hands and microphones are no more exact.',
  },
  takeStumbleWeight: {
    name: 'A lost place against a late stroke',
    unit: '× what is just late',
    why: 'Somebody who stops hears that first; everything else is told after it.',
  },
  takeNoteWeight: {
    name: 'Another note against a late stroke',
    unit: '× what is just late',
    why: 'A wrong note is heard by everybody, a late one by some.',
  },
  takeChangeWeight: {
    name: 'A late change against a late stroke',
    unit: '× what is as late',
    why: 'A change that is too slow has a cause that can be practised.',
  },
} as const satisfies Record<keyof typeof VALUES, Omit<Assumption, 'value'>>;

/** Every constant the core assumes, with its value. */
export const ASSUMPTIONS: Readonly<Record<keyof typeof VALUES, Assumption>> = Object.fromEntries(
  Object.entries(WORDS).map(([name, words]) => [
    name,
    { ...words, value: VALUES[name as keyof typeof VALUES] },
  ]),
) as Record<keyof typeof VALUES, Assumption>;
