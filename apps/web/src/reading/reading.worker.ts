import { expose } from 'comlink';
import { readingTasks } from './reading-tasks';

expose(readingTasks);
