import type { Link, MidiInput, PowerUpPin, Transport } from '../../instrument/board';
import type { Instrument } from '../../instrument/document';
import { commentSafe } from './comment-safe';
import type { Place } from './wiring';

/** What the sketch calls a way out that is no serial port. */
const PORTS: Readonly<Record<Exclude<Transport, 'cable'>, string>> = { usb: 'usb_port', radio: 'radio_port' };

export const portName = (way: Transport | undefined): string =>
  way === undefined || way === 'cable' ? '' : PORTS[way];

/** What the sketch says of contacts whose edges are timed. */
export function edgeValues(timed: readonly boolean[], contacts: readonly Place[]): Record<string, string> {
  const own = contacts.flatMap(({ pin }, c) => (timed[c] ? [{ pin, c }] : []));
  const checked = own.filter(({ pin }) => /^\d+$/.test(pin));
  return {
    TIMES_EDGES: timed.join(', '),
    EDGE_HANDLERS: own
      .map(({ c }) => `static void IN_INTERRUPT edge_${c}() { stamp_edge(${c}); }`)
      .join('\n'),
    BEGIN_EDGES: own
      .map(({ pin, c }) => `    attachInterrupt(digitalPinToInterrupt(${pin}), edge_${c}, CHANGE);`)
      .join('\n'),
    CAN_TIME: checked.map(({ pin }) => `digitalPinToInterrupt(${pin}) != NOT_AN_INTERRUPT`).join(' && '),
    EDGE_PINS: own.map(({ pin }) => pin).join(', '),
  };
}

/** What the sketch does with the pins that are held while power comes. */
export function powerUpValues(
  { scenes }: Instrument,
  powerUp: readonly PowerUpPin[],
): Record<string, string> {
  const lines = (line: (own: PowerUpPin, isHeld: string) => string | null) =>
    powerUp.flatMap((own, i) => line(own, `held & ${1 << i}u`) ?? []).join('\n');
  return {
    POWER_UP_PINS: powerUp.map(({ pin }) => pin).join(', '),
    HELD_CHANNELS: lines(({ channel, from = 0 }, isHeld) =>
      channel === undefined
        ? null
        : `        if ((${isHeld}) && status < 0xf0u && (status & 15u) == ${from - 1}u) return (uint8_t)((status & 0xf0u) | ${channel - 1}u);`,
    ),
    HELD_CONTROLLERS: lines(({ controller, from = 0 }, isHeld) =>
      controller === undefined
        ? null
        : `    if ((${isHeld}) && (status & 0xf0u) == 0xb0u && !is_second && byte == ${from}u) return is_second = 1, (uint8_t)${controller}u;`,
    ),
    HELD_SCENES: lines(({ scene }, isHeld) =>
      scene === undefined ? null : `    if (${isHeld}) return ${scenes.findIndex(({ id }) => id === scene)};`,
    ),
  };
}

/** What is wired to an input, for a comment. */
export const inputWords = ({ boards }: Instrument, port: Link | MidiInput): string =>
  commentSafe('name' in port ? port.name : boards.find(({ id }) => id === port.from)!.name);

/** An input that has a port of its own. @param place among the board's inputs, from 0 */
export const otherInput = (instrument: Instrument, port: Link | MidiInput, place: number): string =>
  [
    `/* And on this one: ${inputWords(instrument, port)}. Define it yourself to use another. */`,
    `#ifndef MIDI_IN_${place}`,
    `#define MIDI_IN_${place} Serial${place + 1}`,
    '#endif',
  ].join('\n');
