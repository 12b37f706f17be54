import { bendLeverWorkings } from './bend-lever/workings';
import { breathGaugeWorkings } from './breath-gauge/workings';
import { breathMembraneWorkings } from './breath-membrane/workings';
import { chainRibbonWorkings } from './chain-ribbon/workings';
import { contactMatrixWorkings } from './contact-matrix/workings';
import { encoderWorkings } from './encoder/workings';
import { footSwitchWorkings } from './foot-switch/workings';
import { forcePadWorkings } from './force-pad/workings';
import { lipSensorWorkings } from './lip-sensor/workings';
import { magnetKeysWorkings } from './magnet-keys/workings';
import { mouthResonatorWorkings } from './mouth-resonator/workings';
import { pedalWorkings } from './pedal/workings';
import { potWorkings } from './pot/workings';
import { pressureSheetWorkings } from './pressure-sheet/workings';
import { ribbonWorkings } from './ribbon/workings';
import { stickWorkings } from './stick/workings';
import { strikePadsWorkings } from './strike-pads/workings';
import { switchWorkings } from './switch/workings';
import { tiltWorkings } from './tilt/workings';
import { timedPadsWorkings } from './timed-pads/workings';
import { touchPadsWorkings } from './touch-pads/workings';
import { touchSurfaceWorkings } from './touch-surface/workings';
import { twoContactKeysWorkings } from './two-contact-keys/workings';
import { wheelSpeedWorkings } from './wheel-speed/workings';
import { wheelWorkings } from './wheel/workings';
import type { Workings } from './workings';

const workings = new Map<string, Workings>([
  ['breath-gauge', breathGaugeWorkings],
  ['force-pad', forcePadWorkings],
  ['touch-pads', touchPadsWorkings],
  ['strike-pads', strikePadsWorkings],
  ['switch', switchWorkings],
  ['breath-membrane', breathMembraneWorkings],
  ['pressure-sheet', pressureSheetWorkings],
  ['timed-pads', timedPadsWorkings],
  ['touch-surface', touchSurfaceWorkings],
  ['two-contact-keys', twoContactKeysWorkings],
  ['magnet-keys', magnetKeysWorkings],
  ['ribbon', ribbonWorkings],
  ['chain-ribbon', chainRibbonWorkings],
  ['pot', potWorkings],
  ['encoder', encoderWorkings],
  ['stick', stickWorkings],
  ['wheel', wheelWorkings],
  ['bend-lever', bendLeverWorkings],
  ['tilt', tiltWorkings],
  ['wheel-speed', wheelSpeedWorkings],
  ['foot-switch', footSwitchWorkings],
  ['pedal', pedalWorkings],
  ['lip-sensor', lipSensorWorkings],
  ['mouth-resonator', mouthResonatorWorkings],
  ['contact-matrix', contactMatrixWorkings],
]);

/** Makes the workings of a kind known. */
export const registerWorkings = (kind: string, own: Workings): void => void workings.set(kind, own);

/** The workings of a sensor's kind. @throws RangeError for one that has none */
export function workingsOf({ kind }: { kind: string }): Workings {
  const found = workings.get(kind);
  if (!found)
    throw new RangeError(`workingsOf: one of ${[...workings.keys()].join(', ')} is required, got ${kind}`);
  return found;
}
