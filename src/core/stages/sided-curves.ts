import { responseAt } from '../instrument/access';
import type { Source } from '../instrument/voices';
import { curvesOf } from '../shape/families';
import { bySide, type LaneLevel } from '../ways/level/lane-level';
import { sensorNamed, type Making } from './making';

/** The curves by which a level answers above rest and below it. @param lane that may have a response of its own */
export const sidedCurves = (m: Making, source: Source, lane: LaneLevel): [Curve, Curve] =>
  bySide(lane, curvesOf(responseAt(sensorNamed(m, source), source.port, lane.lane)));

type Curve = (x: number) => number;
