// Runs Jasmine specs in Node; prints what failed and, last, the counts as JSON for the test command.
import Jasmine from 'jasmine';
import { ROOT } from './needs.mjs';

const runner = new Jasmine({ projectBaseDir: ROOT });
runner.loadConfig({ spec_dir: '.', spec_files: process.argv.slice(2), random: true });
runner.exitOnCompletion = false;
// A real database and a whole demo world take their time on a busy machine.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 30_000;
const { overallStatus } = await runner.execute();
process.exit(overallStatus === 'passed' ? 0 : 1);
