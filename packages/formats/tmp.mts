import { readFileSync } from 'node:fs';
import { readChart } from '@harvu/core/chart';
import { readMusicXml } from './src/index';
const r = readMusicXml(readFileSync(process.argv[2]!)); console.log(r.song); const {song, ...x}=r; console.log(JSON.stringify(x,null,1)); console.log(readChart(r.song ?? '').faults);
