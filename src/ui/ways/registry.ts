import type { Calibration } from '@/core/instrument/calibration';
import { wayOf } from '@/core/ways/registry';
import { axesWords } from './axes/words';
import { contactsWords } from './contacts/words';
import { depthWords } from './depth/words';
import { levelWords } from './level/words';
import { pairWords } from './pair/words';
import { placeWords } from './place/words';
import { speedWords } from './speed/words';
import { toneWords } from './tone/words';
import { strikeWords } from './strike/words';
import { surfaceWords } from './surface/words';
import { touchWords } from './touch/words';
import { travelWords } from './travel/words';
import { turnsWords } from './turns/words';
import type { WayWords } from './way-words';

/** How screens speak of each way; a new way is a file more, and a row here. */
const words = {
  level: levelWords,
  travel: travelWords,
  place: placeWords,
  touch: touchWords,
  strike: strikeWords,
  pair: pairWords,
  depth: depthWords,
  contacts: contactsWords,
  turns: turnsWords,
  speed: speedWords,
  tone: toneWords,
  axes: axesWords,
  surface: surfaceWords,
} satisfies { [is in Calibration['is']]: WayWords<Extract<Calibration, { is: is }>> };

/** The words of a calibration's way. */
export const wordsOf = (calibration: Calibration): WayWords =>
  (words as Record<string, WayWords>)[wayOf(calibration).is];
