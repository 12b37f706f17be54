import type { Fault } from '../../result';
import type { Instrument } from '../document';
import { DOINGS, MOST_MUTES, MOST_TEMPOS, type Clock, type Selector } from '../scenes';
import type { Source } from '../voices';

/** Every gate that a selector listens to, by the field that names it. */
export const gatesOfSelector = ({ gate, guards = [] }: Selector): [field: string, source: Source][] => [
  ['gate', gate],
  ...guards.map((guard, i): [string, Source] => [`guards.${i}`, guard]),
];

/** What must hold of what selects scenes by itself, and that its sensors and scenes exist. */
export function selectorFaults({
  selectors = [],
  sensors,
  scenes,
  voices,
  clock,
  boards,
}: Instrument): Fault[] {
  const muting = selectors.filter(({ mutes }) => mutes).length;
  const ofClock = clock ? clockFaults(clock, boards) : [];
  const many = `at most ${MOST_MUTES} selectors can mute, got ${muting}`;
  return [
    ...ofClock,
    ...(muting > MOST_MUTES ? [{ path: 'selectors', says: many }] : []),
    ...selectors.flatMap((own, i) => {
      const faults: Fault[] = [];
      const fault = (field: string, says: string) => faults.push({ path: `selectors.${i}.${field}`, says });
      const { scene, mutes = [] } = own;
      const given = DOINGS.filter((field) => own[field] !== undefined);
      if (given.length !== 1)
        fault(
          given[1] ?? 'scene',
          `one of ${DOINGS.join(', ')} is required, got ${given.join(' and ') || 'none'}`,
        );
      mutes.forEach((id, k) => {
        if (!voices.some((v) => v.id === id && v.is === 'note'))
          fault(`mutes.${k}`, `must name a note voice of this instrument, got ${id}`);
      });
      if ((own.tempo ?? own.taps ?? own.transport) !== undefined && !clock)
        fault(given[0], 'a clock is required: give the instrument one');
      if (scene !== undefined && !scenes.some(({ id }) => id === scene))
        fault('scene', `must name a scene of this instrument, got ${scene}`);
      const boards = gatesOfSelector(own).map(([field, source]) => {
        const sensor = sensors.find(({ id }) => id === source.sensor);
        if (!sensor) fault(`${field}.sensor`, `must name a sensor of this instrument, got ${source.sensor}`);
        return sensor?.board;
      });
      if (new Set(boards).size > 1) fault('guards', 'must be on the board of its gate');
      return faults;
    }),
  ];
}

function clockFaults({ board, bpm, least, most }: Clock, boards: Instrument['boards']): Fault[] {
  const faults: Fault[] = [];
  if (!boards.some(({ id }) => id === board))
    faults.push({ path: 'clock.board', says: `must name a board of this instrument, got ${board}` });
  if (most < least || most - least >= MOST_TEMPOS)
    faults.push({ path: 'clock.most', says: `must be ${least} … ${least + MOST_TEMPOS - 1}, got ${most}` });
  if (bpm < least || bpm > most)
    faults.push({ path: 'clock.bpm', says: `must be ${least} … ${most}, got ${bpm}` });
  return faults;
}
