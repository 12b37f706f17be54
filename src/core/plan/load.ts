import { kindPlanOf } from '../kinds/plans-registry';
import type { Board } from '../instrument/board';
import type { Instrument, Lights } from '../instrument/document';
import { lightWiresOf } from '../instrument/lights';
import type { Sensor } from '../instrument/sensor';
import { matrixLines } from '../parts/formulas';
import { added, NO_NEEDS, type Needs } from './pins';
import { needsOf, signalsOf } from './signals';

/** What sensors ask of a board, added up. */
export interface Load {
  needs: Needs;
  /** Source resistances of all converted inputs together, Ω: they settle one after another. */
  ohms: number;
  lanes: number;
  /** Contacts that lie in matrices: each is read by its row while its column is pulled down. */
  matrix: number;
  /** Columns of those matrices. */
  columns: number;
  /** The fastest rate that one of them asks for, and why. */
  leastHz: number;
  because: string;
}

export const NO_LOAD: Load = {
  needs: NO_NEEDS,
  ohms: 0,
  lanes: 0,
  matrix: 0,
  columns: 0,
  leastHz: 0,
  because: '',
};

export function loadOf(sensor: Sensor): Load {
  const { sourceOhms, rate } = kindPlanOf(sensor);
  const needs = needsOf(sensor);
  const lines = signalsOf(sensor).some((s) => s.line);
  const matrix = lines ? sensor.lanes.reduce((n, l) => n + (l.contacts?.length ?? 0), 0) : 0;
  const columns = matrix > 0 ? matrixLines(matrix).columns : 0;
  return { needs, ohms: needs.analogue * sourceOhms, lanes: sensor.lanes.length, matrix, columns, ...rate };
}

/** What lights ask of a board: pins, and nothing of its scans. */
export const lightLoad = (lights: Lights | undefined): Load => ({
  ...NO_LOAD,
  needs: { ...NO_NEEDS, digital: lights ? lightWiresOf(lights).length : 0 },
});

export function together(a: Load, b: Load): Load {
  const { leastHz, because } = a.leastHz >= b.leastHz ? a : b;
  return {
    needs: added(a.needs, b.needs),
    ohms: a.ohms + b.ohms,
    lanes: a.lanes + b.lanes,
    matrix: a.matrix + b.matrix,
    columns: a.columns + b.columns,
    leastHz,
    because,
  };
}

export const loadOfAll = (sensors: readonly Sensor[]): Load => sensors.map(loadOf).reduce(together, NO_LOAD);

/** What a board's sensors ask of it, and the lights where it is the first. */
export const loadOfBoard = ({ sensors, boards, lights }: Instrument, board: Board): Load =>
  together(
    loadOfAll(sensors.filter((s) => s.board === board.id)),
    lightLoad(board.id === boards[0].id ? lights : undefined),
  );
