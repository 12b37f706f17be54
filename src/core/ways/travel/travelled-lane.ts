import type { Standstill } from '../../calibrate/standstills';
import type { Lane } from '../../instrument/sensor';
import type { Take } from '../../signal/take';
import type { TravelLane } from './calibration';
import type { DeadbandPoint } from './deadband';

/** One lane's takes, and what they come to. */
export interface TravelledLane {
  lane: Lane;
  takes: { id: string; role: Take['role']; tUs: Float64Array; counts: Uint16Array }[];
  /** Where it was left while it was moved to its ends, in order of time. */
  stops: (Standstill & { take: string })[];
  noise: number;
  /** Its record; null where it was not moved. */
  record: TravelLane | null;
  trade: DeadbandPoint[];
}
