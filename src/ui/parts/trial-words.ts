import { REST_TRIAL } from '@/core/prove/trial-rest';
import type { KeptTrial } from '@/store/database';

/** "67 %"; of rest "0.0 a minute". */
export const shortScore = ({ trial, score }: Pick<KeptTrial, 'trial' | 'score'>): string =>
  trial === REST_TRIAL ? `${score.toFixed(1)} a minute` : `${Math.round(100 * score)} %`;
