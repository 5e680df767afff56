import { createEveningPaper, type EveningPaperDeps } from './evening-paper';
import { createPress, type PressDeps } from './press';
import { createSongPapers, type SongPapersDeps } from './song-papers';
import { createStudentPapers, type StudentPapersDeps } from './student-papers';

export type PapersDeps = PressDeps &
  Omit<EveningPaperDeps & SongPapersDeps & StudentPapersDeps, 'press'>;

/** Prints what is taken along: a song to play from, a card for the stand, the evening, a term. */
export function createPapersService(deps: PapersDeps) {
  const known = { ...deps, press: createPress(deps) };
  return {
    ...createSongPapers(known),
    ...createStudentPapers(known),
    ...createEveningPaper(known),
  };
}

export type PapersService = ReturnType<typeof createPapersService>;
