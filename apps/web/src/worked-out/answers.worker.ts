import { expose } from 'comlink';
import { answers } from './answers';

expose(answers);
