import { expose } from 'comlink';
import { analysis } from './analysis';

expose(analysis);
