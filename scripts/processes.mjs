// Which process is which: a number alone may belong to somebody else by now.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';

function read(pid, what) {
  try {
    return readFileSync(`/proc/${pid}/${what}`, 'utf8');
  } catch {
    return '';
  }
}

/** A process that has died and was not buried yet, as where nobody buries them. */
function isDead(pid) {
  return existsSync(`/proc/${pid}/stat`) && / Z /.test(read(pid, 'stat').replace(/^.*\)/, ''));
}

export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return !isDead(pid);
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** What a process was started as, words apart by a space; empty where it is not there. */
export function commandOf(pid) {
  return read(pid, 'cmdline').split('\0').join(' ').trim();
}

/** When a process was started, in ticks since the machine was; a number that is given out again has another. */
function startedAt(pid) {
  return (
    read(pid, 'stat')
      .replace(/^.*\) /s, '')
      .split(' ')[19] ?? ''
  );
}

/** What tells a process from any other, to be noted. */
export function markOf(pid) {
  return { pid, startedAt: startedAt(pid), command: commandOf(pid) };
}

/** Whether the process that was noted is still there, and not another of its number. */
export function isStill(mark) {
  if (typeof mark?.pid !== 'number' || !isAlive(mark.pid)) return false;
  return mark.startedAt === startedAt(mark.pid) && mark.command === commandOf(mark.pid);
}

/** Every process that works in a data folder: it was named in its command, or in its environment. */
export function processesIn(folder) {
  // Whole names alone: a folder whose name begins alike is another's.
  const isNamed = (command) => [`${folder}/`, `${folder} `].some((one) => command.includes(one));
  const isOf = (pid) =>
    isNamed(`${commandOf(pid)} `) ||
    `\0${read(pid, 'environ')}`.includes(`\0HARVU_DATA=${folder}\0`);
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid && isOf(name))
    .map(Number);
}

/** Asks a process to stop and waits until it has. */
export async function stopProcess(pid, seconds = 15) {
  if (!isAlive(pid)) return;
  process.kill(pid, 'SIGTERM');
  for (let tries = 0; tries < seconds * 20 && isAlive(pid); tries++) await wait(50);
  if (isAlive(pid)) process.kill(pid, 'SIGKILL');
}
