import { announce } from '../voices/announce';
import { choice } from '../voices/choice';
import { control } from '../voices/control';
import { fingering } from '../voices/fingering';
import { gating } from '../voices/gating';
import { hold } from '../voices/hold';
import { glide } from '../voices/glide';
import { addHearers } from '../voices/hearers';
import { note } from '../voices/note';
import { pool } from '../voices/pool';
import { show } from '../voices/show';
import { selector } from '../voices/selector';
import { tempo } from '../voices/tempo';
import { switched } from '../voices/switched';
import { takeover } from '../voices/takeover';
import type { Block } from './block';
import { contacts } from './contacts';
import { creep } from './creep';
import { depth } from './depth';
import { exponential } from './exponential';
import { gate } from './gate-block';
import { join } from './join';
import { learn } from './learn';
import { level } from './level';
import { median } from './median';
import { oneEuro } from './one-euro';
import { pair } from './pair';
import { port } from './port';
import { ribbon } from './ribbon';
import { sensing } from './sensing';
import { speed } from './speed';
import { strike } from './strike';
import { surface } from './surface';
import { tilt } from './tilt';
import { tone } from './tone';
import { touch } from './touch';
import { turn } from './turn';

/**
 * Every block, in the order in which a frame plays them: levels before notes, and what is sounding before what begins. A silence shuts choices, glides and fingerings first, so that none falls on
 * another lane while lanes are muted one by one, and ends notes last.
 */
const BLOCKS: Block[] = [
  port,
  sensing,
  tempo,
  ribbon,
  turn,
  speed,
  tone,
  tilt,
  surface,
  median,
  exponential,
  oneEuro,
  join,
  choice,
  hold,
  show,
  switched,
  takeover,
  control,
  announce,
  glide,
  fingering,
  gating,
  level,
  creep,
  gate,
  touch,
  strike,
  contacts,
  pair,
  depth,
  learn,
  selector,
  pool,
  note,
];

export const blocks = (): readonly Block[] => BLOCKS;

/** Adds a block that is none of the product's; its parts are added with {@link addPart}. */
export function addBlock(block: Block): void {
  BLOCKS.splice(BLOCKS.indexOf(note), 0, block);
  addHearers(block);
}
