import { lanesGate } from '../gate-setter';
import type { PlaceCalibration, PlaceLane } from './calibration';

export const placeGate = lanesGate<PlaceLane, PlaceCalibration>();
