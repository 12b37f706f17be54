import type { Block } from '../blocks/block';
import { slowAt } from '../clock';
import { SHOWS } from '../codes';
import type { Engine } from '../engine';
import type { Image, State } from '../layout';
import { lives } from '../scene';

/**
 * What has risen on lights stays for so many slow ticks before it falls: 344 ms at least, so that nothing flashes three times a second, however it
 * is played (Web Content Accessibility Guidelines 2.2, 2.3.1: no more than three flashes in any one second).
 */
export const STAYS_SLOW = 22;

/** All that flashes does so together, by this bit of the slow clock: 262 ms lit, 262 ms not. */
const FLASH_BIT = 4;

/** Most lights of an instrument. */
const MOST_LIGHTS = 500;

/** Full value. */
const FULL = 127;

/** Values on lights. They are set as they are played; what is seen of them comes by {@link lookAtLights}. */
export const show: Block = {
  name: 'show',
  of: 'shows',
  file: 'show',
  start: ({ shows }) => ({ shows: shows.map(() => ({ since: 0, value: 0, shown: 0, rises: 0, pad: 0 })) }),
  isSound: ({ shows }) => shows.every(({ lights }) => lights <= MOST_LIGHTS),
};

/** @param value 0 … 127 */
export function setShow(e: Engine, index: number, value: number): void {
  e.state.shows[index].value = value;
}

/** Time goes on for what is seen; to be called often, 60 times a second or so. @param tUs now, µs modulo 2^32 */
export function lookAtLights(e: Engine, tUs: number): void {
  const slow = slowAt(tUs);
  e.image.shows.forEach(({ scenes, how }, i) => {
    const own = e.state.shows[i];
    const value = lives(e, scenes) ? own.value : 0;
    const does = how & 3;
    if (does === SHOWS.point) own.shown = value;
    else if (does === SHOWS.flash) flash(own, value, slow);
    else follow(own, value, slow);
  });
}

type ShowState = State['shows'][number];
type Show = Image['shows'][number];

/** It begins and ends with a lit half. */
function flash(own: ShowState, value: number, slow: number): void {
  const lit = (slow >> FLASH_BIT) & 1;
  if (lit === 1 && own.rises === 0) own.shown = value;
  own.rises = lit;
}

function follow(own: ShowState, value: number, slow: number): void {
  if (value > own.shown) {
    if (own.rises === 0) own.since = slow;
    own.rises = 1;
    own.shown = value;
  } else if (value < own.shown && ((slow - own.since) & 0xffff) >= STAYS_SLOW) {
    own.rises = 0;
    own.shown = value;
  }
}

/** Red, green and blue of a light, 0 … 255 each, as it is seen. @param light from 0 */
export function colourOf({ image, state }: Engine, light: number): [number, number, number] {
  const seen: [number, number, number] = [0, 0, 0];
  image.shows.forEach((own, i) => {
    const place = light - own.first;
    if (place < 0 || place >= own.lights) return;
    const turned = (own.how & SHOWS.turned) !== 0;
    const part = partLit(own, state.shows[i], turned ? own.lights - 1 - place : place);
    for (let c = 0; c < 3; c++) {
      const under = (own.how & SHOWS.covers) !== 0 ? own.under[c] : seen[c];
      seen[c] = (under * (128 - part) + own.colour[c] * part) >> 7;
    }
  });
  return seen;
}

/** How much of a light is lit, 0 … 128. */
function partLit({ how, lights }: Show, { shown, rises }: ShowState, place: number): number {
  switch (how & 3) {
    case SHOWS.bar:
      return whole(shown * lights - place * FULL);
    case SHOWS.point:
      return place === (shown * lights) >> 7 ? 128 : 0;
    case SHOWS.fade:
      return whole(shown);
    default:
      return shown > 0 && rises === 1 ? 128 : 0;
  }
}

/** 0 … 127 and past as 0 … 128. */
const whole = (share: number): number => (share >= FULL ? 128 : share < 0 ? 0 : share + (share >> 6));
