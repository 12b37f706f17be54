import type { Velocity } from '../instrument/voices';
import type { Port } from '../kinds/kind';
import type { Way } from '../ways/way';

/** What the rules of documents ask of a member of the velocity stage: nothing that compiles or shows it. */
export interface VelocityFacts {
  /** What a port must carry that it names as its `source`. */
  carries?: Port['carries'];
  /** What the way of the gate's sensor must give; left out where any gate will do. */
  strength?: Way['strength'];
}

const FACTS = new Map<string, VelocityFacts>([
  ['fixed', {}],
  ['attack', { strength: 'attack' }],
  ['strike', { strength: 'strike' }],
  ['level', { carries: 'level' }],
]);

/** Makes known what the rules ask of a member that is none of the product's. */
export const addVelocityFacts = (is: string, facts: VelocityFacts): void => void FACTS.set(is, facts);

export const velocityFacts = ({ is }: Pick<Velocity, 'is'>): VelocityFacts => FACTS.get(is)!;
