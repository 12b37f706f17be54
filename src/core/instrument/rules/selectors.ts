import type { Fault } from '../../result';
import type { Instrument } from '../document';
import type { Selector } from '../scenes';
import type { Source } from '../voices';

/** Every gate that a selector listens to, by the field that names it. */
export const gatesOfSelector = ({ gate, guards = [] }: Selector): [field: string, source: Source][] => [
  ['gate', gate],
  ...guards.map((guard, i): [string, Source] => [`guards.${i}`, guard]),
];

/** What must hold of what selects scenes by itself, and that its sensors and scenes exist. */
export function selectorFaults({ selectors = [], sensors, scenes }: Instrument): Fault[] {
  return selectors.flatMap((own, i) => {
    const faults: Fault[] = [];
    const fault = (field: string, says: string) => faults.push({ path: `selectors.${i}.${field}`, says });
    const { scene, step } = own;
    if ((scene === undefined) === (step === undefined))
      fault('scene', 'a scene, or a step: one of both is required');
    if (scene !== undefined && !scenes.some(({ id }) => id === scene))
      fault('scene', `must name a scene of this instrument, got ${scene}`);
    const boards = gatesOfSelector(own).map(([field, source]) => {
      const sensor = sensors.find(({ id }) => id === source.sensor);
      if (!sensor) fault(`${field}.sensor`, `must name a sensor of this instrument, got ${source.sensor}`);
      return sensor?.board;
    });
    if (new Set(boards).size > 1) fault('guards', 'must be on the board of its gate');
    return faults;
  });
}
