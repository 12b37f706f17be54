import { expose } from 'comlink';
import { Desk } from './desk';

expose(new Desk());
