import type { AssumptionName } from '../constants';

/** Constants that belong together: what is reckoned with them, and how. */
export interface AssumptionGroup {
  readonly heading: string;
  readonly says: string;
  readonly names: readonly AssumptionName[];
}

const words = (names: string): readonly AssumptionName[] =>
  names.trim().split(/\s+/) as readonly AssumptionName[];

/** Every constant in its group, in the order they are shown; a test counts that each is in one. */
export const ASSUMPTION_GROUPS: readonly AssumptionGroup[] = [
  {
    heading: 'The hand on the neck',
    says: 'Frets lie where equal temperament puts them; a grip is flagged when fingers have to reach further than is comfortable.',
    names: words(`scaleLengthMm stringSpacingNutMm stringSpacingBridgeMm reach12Mm reach23Mm
      reach34Mm reach13Mm reach24Mm reach14Mm reachMaximalRatio reachMaximalNextRatio longBarreSeconds`),
  },
  {
    heading: 'How long a change takes',
    says: 'The sum of these, times the student’s pace, until the change has been measured.',
    names: words(`changeBaseSeconds changeFingerSeconds changeTravelSeconds changeFullBarreSeconds
      changePartialBarreSeconds changeShapeSeconds changeShapeStringsSeconds changeStaySeconds
      changeLeastSeconds drillStrumSeconds paceShrink`),
  },
  {
    heading: 'A line of notes',
    says: 'What the two hands need from note to note, and what the sound asks for.',
    names: words(`shiftBaseSeconds shiftTravelSeconds crossStringSeconds repeatFingerSeconds
      plucksPerSecond echoOffPercent`),
  },
  {
    heading: 'Tempos and rungs',
    says: 'The limit of a part is the least, over its changes, of 60 × window ÷ seconds, and of what the hand can stroke.',
    names: words(`startShare startLeastShare newStartShare knownStartShare wholeStartShare rungRatio
      failsToStepDown strokesPerSecond defaultBpm`),
  },
  {
    heading: 'What is drilled by itself',
    says: 'A change that hinders and is slow, and the first full barre; all others are practised inside their sections.',
    names: words('hinderShare drillLeastSeconds mostDrills'),
  },
  {
    heading: 'Minutes',
    says: 'A section takes its new bars, then τ·ln((A − from) ÷ (A − to)), where τ grows with its bars, the changes that hinder and the bars with a barre; and at least the time that playing its passes takes.',
    names: words(`readyMinutes listenTimes gripMinutes gripFingerMinutes gripFirstBarreMinutes
      gripBarreMinutes gripReachMinutes gripMovedMinutes drillMinutes drillFoldMinutes handMinutes
      barMinutes bareBarMinutes climbMinutes climbBarMinutes climbHinderMinutes climbBarreMinutes
      joinMinutes joinClimbMinutes wholeTimes playedAgain ceilingRatio stepSpread paceSpread`),
  },
  {
    heading: 'A day of practice',
    says: 'How much is on one day’s list, and how long one stays at one thing.',
    names: words('minutesADay visitShare visitLeastMinutes blockMinutes newADay newAWeek'),
  },
  {
    heading: 'What is left, and when it goes',
    says: 'A tempo that was held fades between visits; a day is foreseen from the weeks that were practised.',
    names: words('retainedLowShare retainedHighShare showAgain forecastUnlike'),
  },
  {
    heading: 'Who is looked at first',
    says: 'When something is stuck or silent, and how much each thing weighs against the others.',
    names: words(`stuckGainShare stuckDays stuckMinutes silentDays attentionSore attentionDeadline
      attentionStuck attentionSilent attentionLesson`),
  },
  {
    heading: 'Which request comes next',
    says: 'How much each thing weighs in the order of what is asked for, and when a song is too much.',
    names: words(`requestFit requestAsks requestWaits requestWanted requestPrepared requestShared
      fitWeeks fitNewGrips fitTightness`),
  },
  {
    heading: 'Where the capo goes',
    says: 'What each place costs, in minutes of learning, and what standing otherwise takes on an evening.',
    names: words(`capoChangeMinutes capoHighFret capoHighMinutes capoMovedMinutes capoBarreMinutes
      capoMoveSeconds retuneSeconds`),
  },
  {
    heading: 'How a take is judged',
    says: 'From when a stroke is late, how many a microphone may miss, and what is told first.',
    names: words(`takeLateMs takeLateLeastMs takeLateShare takeUnheardShare takeUnevenMs
      takeDriftPercent takeShownMs takeStumbleWeight takeNoteWeight takeChangeWeight`),
  },
];
