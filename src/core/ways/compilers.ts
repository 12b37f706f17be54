import type { Parts } from '../engine/image/parts';
import type { Calibration } from '../instrument/calibration';
import type { Measured } from '../instrument/measured';
import type { Sensor } from '../instrument/sensor';
import { compileLevels } from './level/image';
import { compileTravel } from './travel/image';
import { compilePlace } from './place/image';
import { compileTouch } from './touch/image';
import { compileStrike } from './strike/image';
import { compilePairs } from './pair/image';
import { compileDepths } from './depth/image';
import { compileContacts } from './contacts/image';
import { compileTurns } from './turns/image';
import { compileSpeed } from './speed/image';
import { compileTones } from './tone/image';
import { compileAxes } from './axes/image';
import { compileSurface } from './surface/image';
import { wayOf } from './registry';
import type { Compiled, Inputs } from './way';

/* How the sensors of each way go into an image. Apart from the ways themselves: no screen that only shows them loads it. */

/** Puts a sensor into an image. @returns null where none of its lanes is among the inputs */
export type CompileWay<C extends Measured = Calibration> = (
  parts: Parts,
  sensor: Sensor,
  c: C,
  inputs: Inputs,
) => Compiled | null;

const compilers = new Map<string, CompileWay>();

/** Makes known how a way goes into an image. @throws RangeError where it is already */
export function registerCompiler<C extends Measured>(is: string, compile: CompileWay<C>): void {
  if (compilers.has(is)) throw new RangeError(`registerCompiler: ${is}: its name must be free`);
  compilers.set(is, compile as unknown as CompileWay);
}

/** A new way is a row in this list. */
registerCompiler('level', compileLevels);
registerCompiler('travel', compileTravel);
registerCompiler('place', compilePlace);
registerCompiler('touch', compileTouch);
registerCompiler('strike', compileStrike);
registerCompiler('pair', compilePairs);
registerCompiler('depth', compileDepths);
registerCompiler('contacts', compileContacts);
registerCompiler('turns', compileTurns);
registerCompiler('speed', compileSpeed);
registerCompiler('tone', compileTones);
registerCompiler('axes', compileAxes);
registerCompiler('surface', compileSurface);

/** Puts a sensor into an image, by the way that it was measured. */
export const compileSensor: CompileWay = (parts, sensor, c, inputs) =>
  compilers.get(wayOf(c).is)!(parts, sensor, c, inputs);
