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

/** A row of the sketch's table for each pin that is looked at while power comes; channels count from 0 there. */
export const powerUpRows = ({ scenes }: Instrument, powerUp: readonly PowerUpPin[]): string =>
  powerUp
    .map(({ pin, scene, channel, controller, from = 0 }) => {
      if (scene !== undefined) return [pin, 'HELD_SCENE', 0, scenes.findIndex(({ id }) => id === scene)];
      if (channel !== undefined) return [pin, 'HELD_CHANNEL', from - 1, channel - 1];
      return [pin, 'HELD_CONTROLLER', from, controller];
    })
    .map((row) => `{${row.join(', ')}}`)
    .join(', ');

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
