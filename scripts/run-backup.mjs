// npm run backup [FOLDER], npm run restore FILE: by hand, whether or not the studio runs.
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { backUp, backupsIn, restore, undoRestore } from './backup.mjs';
import { startDatabase } from './database.mjs';
import { DATA, Stop } from './needs.mjs';

const BACKUPS = process.env.HARVU_BACKUPS ?? join(DATA, 'backups');

/** Does work on the studio's database: one that is named, one that runs, or one started for it. */
async function withDatabase(work) {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL);
  const database = await startDatabase(join(DATA, 'database'));
  try {
    return await work(database.url);
  } finally {
    if (!database.wasRunning) await database.stop();
  }
}

async function isSure() {
  if (process.argv.includes('--yes')) return true;
  const line = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await line.question(
    'This puts the backup in place of everything the studio holds now; that is kept until the next backup. Type "restore" to go on: ',
  );
  line.close();
  return answer.trim() === 'restore';
}

async function main([what, where]) {
  if (what === 'backup') {
    const file = await withDatabase((url) => backUp(url, where ? resolve(where) : BACKUPS));
    console.log(`Backed up to ${file}`);
  } else if (what === 'restore' && where === '--undo') {
    await withDatabase(undoRestore);
    console.log('What the studio held before the restore is back.');
  } else if (what === 'restore' && where && !where.startsWith('--')) {
    if (!(await isSure())) throw new Stop('Nothing was changed.');
    await withDatabase((url) => restore(url, resolve(where)));
    console.log(
      `Restored from ${where}. Start the studio: it brings an older form up to date.\n` +
        'What was there before is kept until the next backup: npm run restore -- --undo puts it back.',
    );
  } else {
    const all = backupsIn(BACKUPS).map((name) => `    ${join(BACKUPS, name)}`);
    throw new Stop(
      `Say which backup: npm run restore FILE\n${all.length > 0 ? all.join('\n') : 'There is none yet.'}`,
    );
  }
}

main(process.argv.slice(2)).catch((error) => {
  console.error(error instanceof Stop ? error.message : error);
  process.exitCode = 1;
});
