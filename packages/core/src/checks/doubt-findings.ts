import { everyBar, type NumberedBar, type Section, type SongDocument } from '../song';
import { createFinding, type Finding } from './finding';

/**
 * Lists what needs listening, place by place: grips, bars, how often a section is said to come.
 *
 * @example
 * doubtFindings(readChart('[A]\n| G? |').song).map((one) => one.message) // ['Bar 1 needs listening.']
 */
export function doubtFindings(song: SongDocument): readonly Finding[] {
  const grips = song.grips
    .filter((grip) => grip.doubt)
    .map(({ name }) =>
      createFinding('doubt-open', {
        place: { kind: 'grip', name },
        cause: ['grip'],
        message: 'This grip needs listening.',
        remedies: [
          { label: 'It is right', commands: [{ kind: 'doubt-grip', name, isOpen: false }] },
        ],
      }),
    );
  const sections = song.sections.flatMap((section): readonly Finding[] => {
    const openBars = ownDoubts(song, section);
    const open = [...new Set(openBars.map(({ number }) => number))];
    const place = { kind: 'section', id: section.id } as const;
    const where = open.length === 1 ? 'Bar' : 'Bars';
    return [
      ...(open.length > 0
        ? [
            createFinding('doubt-open', {
              place,
              at: section.name,
              cause: ['bars', ...openBars.map(({ bar }) => bar.id)],
              message: `${where} ${open.join(', ')} ${open.length === 1 ? 'needs' : 'need'} listening.`,
            }),
          ]
        : []),
      ...(section.timesDoubt
        ? [
            createFinding('doubt-open', {
              place,
              at: section.name,
              cause: ['times', section.times],
              message: `How often it is played (${section.times} times) needs listening.`,
              remedies: [
                {
                  label: 'It is right',
                  commands: [{ kind: 'set-section', section: section.id, timesDoubt: false }],
                },
              ],
            }),
          ]
        : []),
    ];
  });
  return [...grips, ...sections];
}

/** Bars with a doubt, in every ending; those that a derived section has from its parent are told there. */
function ownDoubts(song: SongDocument, section: Section): readonly NumberedBar[] {
  const { differences = [], endings = [], parent } = section;
  const own = new Set(
    [...differences, ...endings].flatMap(({ bars }) => bars.map((bar) => bar.id)),
  );
  return everyBar(song, section)
    .filter(({ bar }) => parent === undefined || own.has(bar.id))
    .filter(({ bar }) => bar.chords.some((mark) => mark.doubt));
}
