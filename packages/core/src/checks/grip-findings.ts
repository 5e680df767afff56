import { writeClaim } from '../chart';
import { chordLabel, parseChordName, withoutTag, type ChordName } from '../chord';
import { chordSpans, secondsAt, stretchOf, timelineOf } from '../timeline';
import {
  checkGrip,
  findGrips,
  fingeringOf,
  formatFingers,
  formatGrip,
  handWords,
  gripFaults,
  withShapeMoved,
  type Grip,
  type GripCheck,
  type GripSlip,
  type Hand,
  type HandWords,
  type Setup,
  liesAsFullBarre,
} from '../fretboard';
import { USUAL_CONVENTIONS, type Conventions } from '../conventions';
import { toneOver } from '../pitch';
import type { NamedGrip, SongDocument } from '../song';
import { droneFindings, dronesOf, rootedFifths, withoutDrones } from './drone-findings';
import { createFinding, type Finding, type Remedy } from './finding';
import { assumed } from '../constants';

const SLIPS_OFFERED = 3;

/** What a grip is judged against. */
interface Judged extends NamedGrip {
  readonly chord: ChordName;
  readonly setup: Setup;
  readonly hand: Hand;
  readonly check: GripCheck;
  readonly words: HandWords;
  /** The longest the song stays on it, in seconds. */
  readonly heldS: number;
}

/** The guitar and hand grips are judged for, and the words of whoever reads. */
export interface GripFindingsOptions {
  readonly setup: Setup;
  readonly hand: Hand;
  readonly conventions?: Conventions;
}

/**
 * Finds what is doubtful about the grips a teacher gave: how they sound their names, how a hand
 * holds them, twins, and shapes that are not what they are said to be. Empty when all is in order.
 *
 * @example
 * gripFindings(readChart('grip C: x32010\n[A]\n| C |').song, { setup: { tuning: STANDARD_TUNING, capo: 0 }, hand: USUAL_HAND }) // []
 */
export function gripFindings(
  song: SongDocument,
  { setup, hand, conventions = USUAL_CONVENTIONS }: GripFindingsOptions,
): readonly Finding[] {
  const words = handWords(conventions, setup);
  const held = longestHeld(song);
  // Of several that will do, each is judged.
  const all = song.grips.flatMap((given) => [
    given,
    ...(given.others ?? []).map((grip): NamedGrip => ({ name: given.name, grip })),
  ]);
  const fitting = all.filter(({ grip }) => grip.length === setup.tuning.length);
  const drones = dronesOf(song, setup);
  const fifths: Judged[] = [];
  const own = fitting.flatMap((given): readonly Finding[] => {
    const chord = parseChordName(given.name);
    if (!chord) return [];
    const check = checkGrip(chord, withoutDrones(given.grip, drones.get(given.name)), setup);
    const heldS = held.get(given.name) ?? 0;
    const judged = { ...given, chord, setup, hand, check, words, heldS };
    const byHand = [...handFindings(judged), ...barreFindings(judged)];
    if (isRootedFifth(judged)) {
      fifths.push(judged);
      return byHand;
    }
    const bySound = soundFinding(judged);
    // Frets counted from the nut make impossible grips; told once, by their cause.
    return bySound?.code === 'grip-origin' || !bySound
      ? [...(bySound ? [bySound] : byHand)]
      : [bySound, ...byHand];
  });
  const told = [...fifthFindings(fifths), ...droneFindings(song, { setup, words })];
  return [...own, ...told, ...twinFindings(song), ...claimFindings(song)];
}

/** Of a plain name only root and fifth sound. */
function isRootedFifth({ check }: Judged): boolean {
  const sounding = parseChordName(check.sounds);
  return check.verdict === 'omits' && sounding?.quality.suffix === '5';
}

function fifthFindings(judged: readonly Judged[]): readonly Finding[] {
  const [first] = judged;
  if (!first) return [];
  return [
    createFinding('grip-omits', {
      place: { kind: 'grip', name: first.name },
      cause: judged.map(({ name, grip }) => `${name} ${formatGrip(grip)}`),
      message: rootedFifths(judged.map(({ name }) => name)),
    }),
  ];
}

/** How long each chord is stayed on at the longest, in seconds. */
function longestHeld(song: SongDocument): ReadonlyMap<string, number> {
  const stretch = stretchOf(timelineOf(song).occurrences.flatMap((one) => one.bars));
  const spans = chordSpans(stretch).flatMap((own, index) => {
    const laid = stretch.bars[index];
    return laid ? own.map(({ chord, at }) => ({ chord, startsAt: secondsAt(laid, at) })) : [];
  });
  const changes = spans.filter(({ chord }, index) => chord !== spans[index - 1]?.chord);
  const longest = new Map<string, number>();
  changes.forEach(({ chord, startsAt }, index) => {
    const lasts = (changes[index + 1]?.startsAt ?? stretch.lasts) - startsAt;
    longest.set(chord, Math.max(longest.get(chord) ?? 0, lasts));
  });
  return longest;
}

function toRemedy(name: string, grip: Grip, label = `Make it ${formatGrip(grip)}`): Remedy {
  return { label, commands: [{ kind: 'set-grip', name, grip }] };
}

function rename(from: string, to: string): Remedy {
  return { label: `Name it ${chordLabel(to)}`, commands: [{ kind: 'rename-chord', from, to }] };
}

function tones(list: readonly number[], name: string): string {
  return list.map((tone) => chordLabel(toneOver(name, tone))).join(', ');
}

function fretWord(fret: number | null, words: HandWords): string {
  return fret === null ? 'muted' : fret === 0 ? 'open' : words.fret(fret);
}

function slipWords({ kind, changed, grip }: GripSlip, words: HandWords): string {
  const { string, from, to, movedTo } = changed;
  const called = (number: number): string => words.string(grip.length - number);
  if (kind === 'shape')
    return `the whole shape belongs one string over, its lowest finger on ${called(movedTo ?? string)}`;
  if (kind === 'forgotten')
    return `a finger is missing on ${called(string)}, ${fretWord(to, words)}`;
  if (kind === 'extra') return `there is a finger too many on ${called(string)}`;
  if (movedTo !== undefined) return `the finger on ${called(string)} belongs on ${called(movedTo)}`;
  return `${called(string)} is ${fretWord(from, words)} and should be ${fretWord(to, words)}`;
}

function likelySlips({ check }: Judged): readonly GripSlip[] {
  return check.slips.slice(0, SLIPS_OFFERED);
}

/** Frets counted from the nut although a capo is set; open strings may have been said as 0 or as the capo's fret. */
function fromNut(grip: Grip, capo: number): readonly Grip[] {
  const low = grip.every((fret) => fret === null || fret >= capo);
  const readings = [
    ...(low ? [grip.map((fret) => (fret === null ? null : fret - capo))] : []),
    grip.map((fret) => (fret ? fret - capo : fret)),
  ];
  return readings.filter((reading) => reading.every((fret) => fret === null || fret >= 0));
}

function originFinding({ name, grip, chord, setup }: Judged): Finding | undefined {
  if (setup.capo === 0) return undefined;
  const true_ = fromNut(grip, setup.capo).find(
    (reading) => checkGrip(chord, reading, setup).verdict === 'agrees',
  );
  if (!true_) return undefined;
  return createFinding('grip-origin', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    formerCause: formatGrip(grip),
    message: `${formatGrip(grip)} does not sound ${chordLabel(name)} counted from the capo, but does counted from the nut: from the capo it is ${formatGrip(true_)}.`,
    remedies: [toRemedy(name, true_)],
  });
}

/** The same grip with its lowest strings, one after the other, not struck. */
function strikeFinding({ name, grip, chord, setup, check, words }: Judged): Finding | undefined {
  const low = grip.findIndex((fret) => fret !== null);
  const fewer = [1, 2].map((count) =>
    grip.map((fret, place) => (place < low + count ? null : fret)),
  );
  const isTrue = (one: Grip): boolean => checkGrip(chord, one, setup).verdict === 'agrees';
  const struck = fewer.find(isTrue);
  const isOpenBelow = grip[low] === 0;
  if (check.verdict !== 'differs' || !struck || !isOpenBelow) return undefined;
  return createFinding('grip-strike', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    formerCause: formatGrip(grip),
    message: `${formatGrip(grip)} sounds ${chordLabel(name)} only from ${words.string(struck.findIndex((fret) => fret !== null))} on. Say which strings are struck.`,
    remedies: [toRemedy(name, struck)],
  });
}

function slipFinding(judged: Judged): Finding | undefined {
  const slips = likelySlips(judged);
  const [first] = slips;
  if (!first) return undefined;
  const { name, grip, check } = judged;
  return createFinding('grip-slip', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    formerCause: formatGrip(grip),
    message: `${formatGrip(grip)} sounds ${chordLabel(check.sounds)}, not ${chordLabel(name)}: perhaps ${slipWords(first, judged.words)}.`,
    remedies: [...slips.map((slip) => toRemedy(name, slip.grip)), rename(name, check.sounds)],
  });
}

function nameFinding({ name, grip, check }: Judged): Finding {
  const foreign =
    check.extra.length > 0
      ? ` ${tones(check.extra, name)} ${check.extra.length === 1 ? 'does' : 'do'} not belong to it.`
      : '';
  return createFinding('grip-name', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    formerCause: formatGrip(grip),
    message: `${formatGrip(grip)} does not sound ${chordLabel(name)} but ${chordLabel(check.sounds)}.${foreign}`,
    remedies: [rename(name, check.sounds)],
  });
}

function omitsFinding({ name, grip, check }: Judged): Finding {
  const what = tones(check.missing, name);
  return createFinding('grip-omits', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    formerCause: formatGrip(grip),
    message: `${formatGrip(grip)} leaves out ${what} of ${chordLabel(name)}; what sounds is ${chordLabel(check.sounds)}.`,
    remedies: [rename(name, check.sounds)],
  });
}

function colourFinding(judged: Judged): Finding {
  const { name, grip, check } = judged;
  return createFinding('grip-colour', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    formerCause: formatGrip(grip),
    message: `${formatGrip(grip)} sounds ${chordLabel(check.sounds)} (${tones(check.extra, name)} more); ${chordLabel(name)} is the plain name for it.`,
    remedies: [
      rename(name, check.sounds),
      ...likelySlips(judged).map((slip) => toRemedy(name, slip.grip)),
    ],
  });
}

/** A bass note under a chord's name is meant as it is: nothing is renamed. */
function bassFinding({ name, grip }: Judged): Finding {
  return createFinding('bass-note', {
    place: { kind: 'grip', name },
    cause: [formatGrip(grip)],
    message: `Of ${chordLabel(name)} only the bass is struck (${formatGrip(grip)}).`,
  });
}

/** The more exact finding takes the place of the more general one. */
function soundFinding(judged: Judged): Finding | undefined {
  switch (judged.check.verdict) {
    case 'agrees':
      return undefined;
    case 'bass':
      return bassFinding(judged);
    case 'colours':
      // Another bass alone is no more than the name: many plain grips have one.
      return judged.check.extra.length === 0 ? undefined : colourFinding(judged);
    case 'omits':
      return slipFinding(judged) ?? omitsFinding(judged);
    case 'differs':
      return (
        originFinding(judged) ?? strikeFinding(judged) ?? slipFinding(judged) ?? nameFinding(judged)
      );
  }
}

/** A grip this hand holds with comfort, for the same name. */
function comfortableGrip({ chord, setup, hand, grip }: Judged, noBarre = false): Grip | undefined {
  const found = findGrips({ name: chord, setup, hand, count: 6, noBarre });
  return found.find(
    (one) => one.grip.join() !== grip.join() && gripFaults({ grip: one.grip }, hand).length === 0,
  )?.grip;
}

/** A grip with its fingers, whatever strings and frets are called. */
function causeOf({ grip, fingers }: NamedGrip): string {
  return formatGrip(grip) + (fingers ? ` ${formatFingers(fingers)}` : '');
}

/** A finger that lies over the strings as a full barre, where it is laid. */
function hasFullBarre({ grip, fingers, hand }: Judged): boolean {
  const usual = fingeringOf(grip, hand);
  const laid = fingers ? fingers.filter((finger) => finger === 1).length > 1 : true;
  return laid && (usual?.barres.some(liesAsFullBarre) ?? false);
}

function barreFindings(judged: Judged): readonly Finding[] {
  const { name, grip, heldS } = judged;
  if (heldS < assumed('longBarreSeconds') || !hasFullBarre(judged)) return [];
  const easier = comfortableGrip(judged, true);
  return [
    createFinding('grip-reach', {
      place: { kind: 'grip', name },
      cause: [formatGrip(grip), 'held'],
      formerCause: `${formatGrip(grip)} held`,
      message: `The barre of ${chordLabel(name)} is held for ${Math.round(heldS)} s on end, which tires the hand.`,
      remedies: easier ? [toRemedy(name, easier, `Easier: ${formatGrip(easier)}`)] : [],
    }),
  ];
}

function handFindings(judged: Judged): readonly Finding[] {
  const { name, grip, fingers, hand, words } = judged;
  return gripFaults({ grip, fingers }, hand, words).map((fault) => {
    const easier = fault.code === 'grip-reach' ? comfortableGrip(judged) : undefined;
    const usual = fault.code === 'grip-conflict' ? fingeringOf(grip, hand) : undefined;
    return createFinding(fault.code, {
      place: { kind: 'grip', name },
      cause: [causeOf(judged), fault.string ?? 'all'],
      formerCause: `${causeOf(judged)} ${fault.string ?? ''}`,
      message: fault.message,
      remedies: [
        ...(easier ? [toRemedy(name, easier, `Easier: ${formatGrip(easier)}`)] : []),
        ...(usual
          ? [
              {
                label: 'Usual fingers',
                commands: [{ kind: 'set-grip' as const, name, grip, fingers: usual.fingers }],
              },
            ]
          : []),
      ],
    });
  });
}

/** Two names of one grip; or a second grip of a chord that is still the first. */
function twinWords(name: string, { name: other, grip }: NamedGrip): string {
  const [one, two] = [chordLabel(other), chordLabel(name)];
  return withoutTag(name) === withoutTag(other)
    ? `${two} is held as ${one} so far: ${formatGrip(grip)}. Hold it otherwise, or take the word away.`
    : `${formatGrip(grip)} has two names, ${one} and ${two}.`;
}

function twinFindings(song: SongDocument): readonly Finding[] {
  return song.grips.flatMap(({ name, grip }, index): readonly Finding[] => {
    const earlier = song.grips.slice(0, index);
    const sameName = earlier.find((one) => one.name === name && one.grip.join() !== grip.join());
    const sameGrip = earlier.find((one) => one.name !== name && one.grip.join() === grip.join());
    return [
      ...(sameName
        ? [
            createFinding('grip-twin', {
              place: { kind: 'grip', name },
              cause: ['grips', formatGrip(sameName.grip), formatGrip(grip)],
              message: `${chordLabel(name)} names two grips, ${formatGrip(sameName.grip)} and ${formatGrip(grip)}. Write the second with a word of its own: grip ${name}~low, and ${name}~low in its bars.`,
            }),
          ]
        : []),
      ...(sameGrip
        ? [
            createFinding('grip-twin', {
              place: { kind: 'grip', name },
              cause: ['names', formatGrip(grip), sameGrip.name],
              message: twinWords(name, sameGrip),
              remedies: [rename(name, sameGrip.name)],
            }),
          ]
        : []),
    ];
  });
}

function claimFindings(song: SongDocument): readonly Finding[] {
  return song.grips.flatMap(({ name, grip, claim }): readonly Finding[] => {
    if (!claim) return [];
    const place = { kind: 'grip', name } as const;
    const source = song.grips.find((one) => one.name === claim.of);
    const said = `${chordLabel(name)} is said to be the shape of ${chordLabel(claim.of)}`;
    if (!source) {
      const message = `${said}, which has no grip of yours. Write that grip first.`;
      return [createFinding('shape-claim', { place, cause: ['no-grip', claim.of], message })];
    }
    const moved = withShapeMoved(source.grip, claim);
    const held = (one: Grip): string => one.map((fret) => fret ?? 0).join();
    if (moved && held(moved) === held(grip)) return [];
    const gives = moved ? `, which gives ${formatGrip(moved)}` : ', which leaves the neck';
    return [
      createFinding('shape-claim', {
        place,
        cause: [writeClaim(claim), formatGrip(source.grip), formatGrip(grip)],
        message: `${said} moved${gives}; written is ${formatGrip(grip)}.`,
        remedies: moved ? [toRemedy(name, moved)] : [],
      }),
    ];
  });
}
