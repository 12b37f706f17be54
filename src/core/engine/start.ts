import { blocks } from './blocks/registry';
import { DISCARDED_SCANS, mostBytesSettable, type Engine } from './engine';
import type { Image, State } from './layout';
import { lookersOf } from './look-ahead';
import { plain } from './plain';
import { beginsOfControls } from './stairs';

/** Power-up: nothing sent, nothing sounding. */
export function startEngine(image: Image): Engine {
  const e: Engine = {
    image: plain(image),
    state: plain(startState(image)),
    begins: beginsOfControls(image),
    out: new Uint8Array(mostBytesSettable(image)),
    bytes: 0,
    t: 0,
    slow: 0,
    us: 0,
    step: 0,
    frameUs: 0,
    counts: new Uint16Array(256),
    at: 0,
    row: new Uint16Array(image.columns + image.derived),
    derived: false,
    woken: false,
    furthest: { bank: -1, distance: 0 },
    watch: null,
  };
  e.state.engine.looking = lookersOf(e).length;
  return e;
}

function startState(image: Image): State {
  const lists = blocks().map((block) => block.start(image));
  const engine = {
    last_us: 0,
    backlog_us: 0,
    swept: 0,
    discard: DISCARDED_SCANS,
    turn: 0,
    looking: 0,
    frame: 0,
    scene: 0,
    announced: 0,
  };
  return Object.assign({}, ...lists, { engine }) as State;
}
