import { IsIn } from 'class-validator';
import { NO_TABLE } from '../../engine/codes';
import { velocityCode } from '../../engine/voices/velocity';
import type { VelocityStage } from '../../stages/velocity';
import { dialsOf } from './block';

/** As loud as the last byte that came in. */
export class DialledVelocity {
  @IsIn(['dialled']) is!: 'dialled';
}

/** For tests, and as the example of CONTRIBUTING.md: a member of the velocity stage. */
export const dialledVelocity: VelocityStage<DialledVelocity> = {
  is: 'dialled',
  document: DialledVelocity,
  compile: ({ parts: { image } }) => {
    if (dialsOf(image).length === 0) dialsOf(image).push({ port: 1 });
    return { velocity: velocityCode('dialled'), table: NO_TABLE, from: 1, span: 126, level: 0 };
  },
  key: () => 'dialled',
  offers: () => [{ key: 'dialled', says: 'as the dial says', makes: { is: 'dialled' } }],
  words: () => [],
};
