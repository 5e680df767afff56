// npm run rooms: draws the rooms of the core as the structure's rules have them, into docs/rooms.svg.
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { format } from 'prettier';
import { ROOT } from './needs.mjs';

const { forbidden } = createRequire(import.meta.url)('../.dependency-cruiser.cjs');

const ROW = 40;
const ROOM = { height: 28, gap: 8, letter: 8.2, margin: 18 };
const WIDTH = 760;

/** The folders of each level, the lowest first. */
const levels = forbidden
  .filter(({ name }) => /^core-level-\d+$/.test(name))
  .map(({ from }) => /\(([^)]*)\)/.exec(from.path)[1].split('|'));

/** One level: its rooms side by side, in the middle of the picture. */
function rowOf(rooms, level) {
  const y = (levels.length - 1 - level) * ROW + 34;
  const widths = rooms.map((room) => room.length * ROOM.letter + ROOM.margin);
  let x = (WIDTH - widths.reduce((sum, width) => sum + width + ROOM.gap, -ROOM.gap)) / 2;
  return rooms.map((room, at) => {
    const left = x;
    x += widths[at] + ROOM.gap;
    return `<rect x="${left}" y="${y}" width="${widths[at]}" height="${ROOM.height}" rx="4"/>
      <text x="${left + widths[at] / 2}" y="${y + 19}">${room}</text>`;
  });
}

const height = levels.length * ROW + 52;
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" role="img" aria-label="The rooms of the core, each resting on those below it">
  <style>
    svg { background: #f4efe4 }
    rect { fill: #fdfaf3; stroke: #1e5f50 }
    text { font: 14px 'Atkinson Hyperlegible Next', sans-serif; text-anchor: middle; fill: #1b2422 }
    .said { fill: #5a6663; font-size: 13px }
  </style>
  <text class="said" x="${WIDTH / 2}" y="20">web, server and the work command stand on these</text>
  ${levels.flatMap(rowOf).join('\n  ')}
  <text class="said" x="${WIDTH / 2}" y="${height - 8}">a room knows only rooms below it</text>
</svg>
`;
writeFileSync(join(ROOT, 'docs', 'rooms.svg'), await format(svg, { parser: 'html' }));
