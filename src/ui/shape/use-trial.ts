'use client';

import { useEffect, useState } from 'react';
import type { Response } from '@/core/instrument/response';
import { CURVE_FAMILIES } from '@/core/shape/families';
import { filterWords } from '@/core/shape/filter-words';
import { byChance, type Preferences } from '@/core/shape/preferred';
import { useInstrument, useSession } from '../hooks/use-session';
import { shapedAs, type Shaping } from './use-shape';

export type Side = 'a' | 'b';

/** Two responses against each other: A was held, B is the one at hand. */
export interface Trial {
  /** Null where none is held. */
  a: Response | null;
  plays: Side;
  /** While it is not told which plays: the one that is called 1, and how often each was liked better. */
  blind: { first: Side; votes: Preferences } | null;
  hold: (response: Response | null) => void;
  swap: () => void;
  beginBlind: () => void;
  /** The one that plays is liked better; the next pair begins. */
  prefer: () => void;
  /** What came of it, in words; kept in the log where anything was chosen. */
  endBlind: () => string;
}

const either = (): Side => (Math.random() < 0.5 ? 'a' : 'b');
export const other = (side: Side): Side => (side === 'a' ? 'b' : 'a');

/** Lets the bench play the one or the other, in place of the document's. */
export function useTrial({ sensor, port, lane, side, shown }: Shaping): Trial {
  const session = useSession();
  const instrument = useInstrument();
  const [a, hold] = useState<Response | null>(null);
  const [plays, setPlays] = useState<Side>('b');
  const [blind, setBlind] = useState<Trial['blind']>(null);
  useEffect(() => {
    if (a === null) return;
    // B may be only proposed: then it is not the document's either.
    session.tryOut(shapedAs(instrument, { sensor, port, lane, side }, plays === 'a' ? a : shown));
  }, [session, instrument, sensor, port, lane, side, a, shown, plays]);
  const tries = a !== null;
  useEffect(() => {
    if (tries) return () => session.tryOut(null);
  }, [session, tries]);
  const begin = (votes: Preferences) => {
    const first = either();
    setBlind({ first, votes });
    setPlays(first);
  };
  return {
    ...{ a, plays, blind },
    hold: (response) => {
      hold(response);
      setPlays('b');
      setBlind(null);
    },
    swap: () => a && setPlays(other),
    beginBlind: () => begin({ a: 0, b: 0 }),
    prefer: () => blind && begin({ ...blind.votes, [plays]: blind.votes[plays] + 1 }),
    endBlind: () => {
      setBlind(null);
      setPlays('b');
      const { votes } = blind!;
      if (votes.a + votes.b === 0) return 'Nothing was chosen.';
      const says = preferenceWords(sensor.name, responseWords(a!), responseWords(shown), votes);
      session.workspace.change(says, { ...instrument }, true);
      return says;
    },
  };
}

/** A response as short as it can be said. */
export function responseWords(response: Response): string {
  const { family, floor = 0, ceiling = 1, dead = 0, filter } = response;
  const ends = [
    dead > 0 && `after ${Math.round(100 * dead)} %`,
    floor > 0 && `from ${Math.round(127 * floor)}`,
    ceiling < 1 && `to ${Math.round(127 * ceiling)}`,
  ];
  const curve = [CURVE_FAMILIES[family].words(response), ...ends].filter(Boolean).join(' ');
  return filter ? `${curve}, ${filterWords(filter)}` : curve;
}

function preferenceWords(name: string, a: string, b: string, votes: Preferences): string {
  const n = votes.a + votes.b;
  const best =
    votes.a === votes.b
      ? null
      : votes.a > votes.b
        ? `A (${a}) was liked better than B (${b})`
        : `B (${b}) was liked better than A (${a})`;
  const chance = Math.round(100 * byChance(votes));
  if (best === null) return `${name}: A (${a}) and B (${b}) were chosen ${votes.a} times each, blind.`;
  return `${name}: ${best} ${Math.max(votes.a, votes.b)} of ${n} times, blind; by chance alone ${chance} % of such trials are as uneven.`;
}
