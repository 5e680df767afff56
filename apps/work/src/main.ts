import { stdin, stdout } from 'node:process';
import { text } from 'node:stream/consumers';
import { work } from './work';

const outcome = work(process.argv[2], await text(stdin));
if (outcome.exit === 0) {
  stdout.write(`${JSON.stringify(outcome.answer)}\n`);
} else {
  process.stderr.write(`${JSON.stringify(outcome.failure)}\n`);
  process.exitCode = outcome.exit;
}
