import { bendLeverPlan } from './bend-lever/plan';
import { breathGaugePlan } from './breath-gauge/plan';
import { breathMembranePlan } from './breath-membrane/plan';
import { chainRibbonPlan } from './chain-ribbon/plan';
import { contactMatrixPlan } from './contact-matrix/plan';
import { encoderPlan } from './encoder/plan';
import { footSwitchPlan } from './foot-switch/plan';
import { forcePadPlan } from './force-pad/plan';
import { lipSensorPlan } from './lip-sensor/plan';
import { magnetKeysPlan } from './magnet-keys/plan';
import { mouthResonatorPlan } from './mouth-resonator/plan';
import { pedalPlan } from './pedal/plan';
import { potPlan } from './pot/plan';
import { pressureSheetPlan } from './pressure-sheet/plan';
import { ribbonPlan } from './ribbon/plan';
import { stickPlan } from './stick/plan';
import { strikePadsPlan } from './strike-pads/plan';
import { switchPlan } from './switch/plan';
import { tiltPlan } from './tilt/plan';
import { timedPadsPlan } from './timed-pads/plan';
import { touchPadsPlan } from './touch-pads/plan';
import { touchSurfacePlan } from './touch-surface/plan';
import { twoContactKeysPlan } from './two-contact-keys/plan';
import { wheelPlan } from './wheel/plan';
import { wheelSpeedPlan } from './wheel-speed/plan';
import type { KindPlan } from './kind-plan';

const plans = new Map<string, KindPlan>([
  ['breath-gauge', breathGaugePlan],
  ['force-pad', forcePadPlan],
  ['touch-pads', touchPadsPlan],
  ['strike-pads', strikePadsPlan],
  ['switch', switchPlan],
  ['breath-membrane', breathMembranePlan],
  ['pressure-sheet', pressureSheetPlan],
  ['timed-pads', timedPadsPlan],
  ['touch-surface', touchSurfacePlan],
  ['two-contact-keys', twoContactKeysPlan],
  ['magnet-keys', magnetKeysPlan],
  ['ribbon', ribbonPlan],
  ['chain-ribbon', chainRibbonPlan],
  ['pot', potPlan],
  ['encoder', encoderPlan],
  ['stick', stickPlan],
  ['wheel', wheelPlan],
  ['bend-lever', bendLeverPlan],
  ['tilt', tiltPlan],
  ['wheel-speed', wheelSpeedPlan],
  ['foot-switch', footSwitchPlan],
  ['pedal', pedalPlan],
  ['lip-sensor', lipSensorPlan],
  ['mouth-resonator', mouthResonatorPlan],
  ['contact-matrix', contactMatrixPlan],
]);

/** Makes the plan of a kind known. */
export const registerPlan = (kind: string, own: KindPlan): void => void plans.set(kind, own);

/** What a sensor's kind asks of a board and of a builder. @throws RangeError for one that has none */
export function kindPlanOf({ kind }: { kind: string }): KindPlan {
  const found = plans.get(kind);
  if (!found)
    throw new RangeError(`kindPlanOf: one of ${[...plans.keys()].join(', ')} is required, got ${kind}`);
  return found;
}
