import { expose } from 'comlink';
import { listening } from './listening';

expose(listening);
