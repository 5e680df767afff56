/** Something of a file that is not in the song, where it stood and why. */
export interface Lost {
  readonly what: string;
  readonly where: string;
  readonly why: string;
}

/** Something that was not in the file, and is likely. */
export interface Guessed {
  readonly what: string;
  readonly where: string;
}

/** How much of each thing a file holds was understood. */
export type KeptCounts = Readonly<Record<string, number>>;

/** What an import would bring, before anything is stored. */
export interface Imported {
  /** The song as chart text; null where the file is refused. */
  readonly song: string | null;
  readonly title?: string;
  readonly playedBy?: string;
  /** Who holds the rights, as the file says it. */
  readonly copyright?: string;
  readonly kept: KeptCounts;
  readonly lost: readonly Lost[];
  readonly guessed: readonly Guessed[];
  /** The parts it has, where one may be chosen for its notes. */
  readonly parts?: readonly ImportedPart[];
}

/** A part of a file, and how many notes it has. */
export interface ImportedPart {
  readonly id: string;
  readonly name: string;
  readonly notes: number;
  /** Its notes are taken over as riffs. */
  readonly taken: boolean;
}

/** What a file that is refused gives: why, and what to do. */
export function refused(why: string): Imported {
  return { song: null, kept: {}, lost: [{ what: 'file', where: 'all of it', why }], guessed: [] };
}

/** Counts the same thing at many places once: "grace note, 14 times". */
export class Report {
  private readonly lostBy = new Map<string, { lost: Lost; count: number }>();
  private readonly guessedBy = new Map<string, { guessed: Guessed; count: number }>();

  lose(what: string, where: string, why: string): void {
    const known = this.lostBy.get(`${what}\n${why}`);
    if (known) known.count += 1;
    else this.lostBy.set(`${what}\n${why}`, { lost: { what, where, why }, count: 1 });
  }

  guess(what: string, where: string): void {
    const known = this.guessedBy.get(what);
    if (known) known.count += 1;
    else this.guessedBy.set(what, { guessed: { what, where }, count: 1 });
  }

  lost(): readonly Lost[] {
    return [...this.lostBy.values()].map(({ lost, count }) => ({
      ...lost,
      where: placesWords(lost.where, count),
    }));
  }

  guessed(): readonly Guessed[] {
    return [...this.guessedBy.values()].map(({ guessed, count }) => ({
      ...guessed,
      where: placesWords(guessed.where, count),
    }));
  }
}

function placesWords(where: string, count: number): string {
  return count === 1 ? where : `${where} and at ${count - 1} more`;
}
