import type { Fault } from '../result';
import type { PowerUpPin } from './board';
import type { Instrument } from './document';

/** What a pin does that is held while power comes, one of these. */
const DOES = ['scene', 'channel', 'controller'] as const;

/** Each does one thing; its scene is there; a channel or a controller takes the place of another. */
export const powerUpFaults = ({ boards, scenes }: Instrument): Fault[] =>
  boards.flatMap((board, b) =>
    (board.powerUp ?? []).flatMap((own, i) => {
      const path = `boards.${b}.powerUp.${i}`;
      const does = DOES.filter((name) => own[name] !== undefined);
      if (does.length !== 1)
        return [{ path, says: `one of ${DOES.join(', ')} is required, got ${does.length}` }];
      return [...sceneFault(own, path, scenes), ...fromFault(own, path)];
    }),
  );

const sceneFault = ({ scene }: PowerUpPin, path: string, scenes: Instrument['scenes']): Fault[] =>
  scene === undefined || scenes.some(({ id }) => id === scene)
    ? []
    : [{ path: `${path}.scene`, says: `must name a scene of this instrument, got ${scene}` }];

function fromFault({ scene, channel, from }: PowerUpPin, path: string): Fault[] {
  if (scene !== undefined) return [];
  const [least, most] = channel === undefined ? [0, 127] : [1, 16];
  return from !== undefined && from >= least && from <= most
    ? []
    : [{ path: `${path}.from`, says: `must be ${least} … ${most}, got ${from ?? 'nothing'}` }];
}
