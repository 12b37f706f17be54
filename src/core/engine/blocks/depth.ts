import { DEPTH_STAGE } from '../codes';
import { ONE } from '../../shape/table';
import { MOST_STEP, type Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import { isTable, mapped } from '../map';
import { emptyBand, inBand } from '../place';
import type { DEPTH, DEPTH_BANK, DEPTH_STATE } from '../bank-records';
import { shareWithin } from '../share-within';
import { shareOf } from '../scale';
import { firstOutside, type Unit } from '../stretch';
import { strokeStrength } from '../stroke';
import { MOST_TIME } from '../stroke-time';
import type { Of } from '../struct';
import type { Block } from './block';

type Bank = Of<typeof DEPTH_BANK>;
type Key = Of<typeof DEPTH>;
type KeyState = Of<typeof DEPTH_STATE>;

/** From here on a stroke is as slow as the slowest, units of 4 µs: 131 ms. */
const SLOWEST_TIME = 0x8000;

/** Keys whose depth is read: struck past one depth, as fast as they came from another; let go past a third (maker's handbook 4.6). */
export const depth: Block = {
  name: 'depth',
  of: 'depth_banks',
  file: 'depth',
  // What is held at power-up is mute until it has been let go, as a pad is.
  start: ({ depths }) => ({
    depths: depths.map(({ column }) => ({
      since: 0,
      before: 0,
      low: 1,
      high: 0,
      stage: DEPTH_STAGE.muted,
      sounding: 0,
      column,
      pad: 0,
    })),
  }),
  frame: (e) => {
    const { depth_banks } = e.image;
    for (let i = 0; i < depth_banks.length; i++)
      for (let lane = 0; lane < depth_banks[i].lanes; lane++) playKey(e, depth_banks[i], lane);
  },
  silence: (e) => e.image.depth_banks.forEach((bank) => muteKeys(e, bank)),
  expire: (e) => {
    for (const key of e.state.depths) if (key.stage === DEPTH_STAGE.begun) key.stage = DEPTH_STAGE.slow;
  },
  units: (e) =>
    e.image.depth_banks.flatMap((bank) =>
      Array.from({ length: bank.lanes }, (_, lane) => keyUnit(e, bank, lane)),
    ),
  changed: ({ state }) => state.depths.forEach(emptyBand),
  isSound: (settings) =>
    settings.depths.every(({ table, answers }) => isTable(settings, table) && isTable(settings, answers)),
};

/** Plays a frame on one key. @param lane of the bank, from 0 */
function playKey(e: Engine, bank: Bank, lane: number): void {
  const own = e.image.depths[bank.lane + lane];
  const key = e.state.depths[bank.lane + lane];
  if (inBand(key, e.counts[e.at + own.column])) return;
  const distance = distanceOf(e, own);
  const now = distance < own.asleep ? 0 : mapped(e.image, own.table, shareOf(own.scale, distance));
  const { before } = key;
  key.before = now;
  if (key.stage === DEPTH_STAGE.muted && now < bank.damper) key.stage = DEPTH_STAGE.up;
  if (key.stage === DEPTH_STAGE.up && now >= bank.rearm) {
    key.stage = DEPTH_STAGE.begun;
    key.since = passedAt(e, before, now, bank.rearm);
  }
  if (key.stage === DEPTH_STAGE.begun || key.stage === DEPTH_STAGE.slow) goDown(e, bank, lane, before, now);
  if (key.stage === DEPTH_STAGE.struck && now < bank.rearm) key.stage = DEPTH_STAGE.up;
  if (key.sounding !== 0 && now < bank.damper) endKey(e, bank, lane, key);
  setBand(own, key);
}

/** How far a count lies from rest, on the side to which a key moves it. */
function distanceOf(e: Engine, { rest, column, below }: Key): number {
  const count = e.counts[e.at + column];
  return Math.max(0, below !== 0 ? rest - count : count - rest);
}

/** A key that lies where it begins sleeps until its counts leave there. */
function setBand({ rest, asleep, below }: Key, key: KeyState): void {
  if (key.stage !== DEPTH_STAGE.up || key.before !== 0 || key.sounding !== 0) emptyBand(key);
  else if (below !== 0) {
    key.low = Math.max(0, rest - asleep + 1);
    key.high = 65535;
  } else {
    key.low = 0;
    key.high = Math.min(65535, rest + asleep - 1);
  }
}

/** Between its re-arm depth and its strike depth. */
function goDown(e: Engine, bank: Bank, lane: number, before: number, now: number): void {
  const key = e.state.depths[bank.lane + lane];
  if (now < bank.rearm) {
    key.stage = DEPTH_STAGE.up;
    return;
  }
  if (e.step === MOST_STEP || ((clock(e) - key.since) & 0xffff) >= SLOWEST_TIME) key.stage = DEPTH_STAGE.slow;
  if (now >= bank.strike) strike(e, bank, lane, passedAt(e, before, now, bank.strike));
}

/** Units of 4 µs, modulo 2^16. */
const clock = (e: Engine): number => (e.frameUs >>> 2) & 0xffff;

/** When a depth was passed since the frame before, straight between both. */
function passedAt(e: Engine, before: number, now: number, at: number): number {
  const left = before >= at ? 0 : (e.step * (ONE - shareWithin(at - before, now - before))) >> 15;
  return (clock(e) - left) & 0xffff;
}

function strike(e: Engine, bank: Bank, lane: number, at: number): void {
  const key = e.state.depths[bank.lane + lane];
  const time = key.stage === DEPTH_STAGE.slow ? MOST_TIME : (at - key.since) & 0xffff;
  key.stage = DEPTH_STAGE.struck;
  endKey(e, bank, lane, key);
  key.sounding = 1;
  const { slowest, answers } = e.image.depths[bank.lane + lane];
  const strength = strokeStrength(e.image, bank.scale, slowest, answers, time);
  gateOpens(e, bank.listener, bank.listeners, lane, strength);
}

function endKey(e: Engine, bank: Bank, lane: number, key: KeyState): void {
  if (key.sounding === 0) return;
  key.sounding = 0;
  gateCloses(e, bank.listener, bank.listeners, lane);
}

/** Silence: what sounds ends, and is mute until it has been let go. */
function muteKeys(e: Engine, bank: Bank): void {
  for (let lane = 0; lane < bank.lanes; lane++) {
    const key = e.state.depths[bank.lane + lane];
    if (key.sounding === 0) continue;
    endKey(e, bank, lane, key);
    key.stage = DEPTH_STAGE.muted;
    emptyBand(key);
  }
}

function keyUnit(e: Engine, bank: Bank, lane: number): Unit {
  const { column } = e.image.depths[bank.lane + lane];
  const key = e.state.depths[bank.lane + lane];
  return {
    play: () => playKey(e, bank, lane),
    next: (frame, s) => firstOutside(s, column, key, frame + 1),
  };
}
