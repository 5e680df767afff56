import { writeMidi } from 'midi-file';
import { readChart } from '@harvu/core/chart';
import { readMidi } from './src/index';
const ch=[[45,57,60,64],[41,57,60,65],[48,55,60,64],[43,55,59,62]];
const ev:any[]=[{deltaTime:0,type:'setTempo',meta:true,microsecondsPerBeat:600000},{deltaTime:0,type:'timeSignature',meta:true,numerator:4,denominator:4,metronome:24,thirtyseconds:8},{deltaTime:0,type:'programChange',channel:0,programNumber:25}];
for (const c of ch) { c.forEach((n,i)=>ev.push({deltaTime:0,type:'noteOn',channel:0,noteNumber:n,velocity:80})); c.forEach((n,i)=>ev.push({deltaTime:i?0:1920,type:'noteOff',channel:0,noteNumber:n,velocity:0})); }
ev.push({deltaTime:0,type:'endOfTrack',meta:true});
const r=readMidi(Uint8Array.from(writeMidi({header:{format:0,numTracks:1,ticksPerBeat:480},tracks:[ev]} as any)));
console.log(r.song, JSON.stringify({...r,song:0})); console.log(readChart(r.song!).faults);
