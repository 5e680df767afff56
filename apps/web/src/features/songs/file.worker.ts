import { expose } from 'comlink';
import { fileTasks } from './file-tasks';

expose(fileTasks);
