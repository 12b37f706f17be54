import { expose } from 'comlink';
import { backup } from './backup';

expose(backup);
