import type { Instrument } from '@/core/instrument/document';
import type { Take } from '@/core/signal/take';
import type { FromLive } from '@/workers/live-protocol';
import { LiveSession } from '@/workers/live-session';

/** What a live session tells in so many seconds. */
export function live(
  instrument: Instrument,
  ask: (session: LiveSession) => void,
  seconds: number,
): FromLive[] {
  const heard: FromLive[] = [];
  const session = new LiveSession(instrument, 3, (m) => heard.push(m), 'test', 0);
  session.advance(100_000);
  ask(session);
  for (let tUs = 100_000; tUs < seconds * 1e6; tUs += 20_000) session.advance(tUs);
  return heard;
}

/** The takes that were recorded, put together from their pieces. */
export function takesIn(heard: readonly FromLive[]): Take[] {
  const pieces = heard.flatMap((m) => (m.is === 'take-piece' ? [m] : []));
  return heard.flatMap((m): Take[] => {
    if (m.is !== 'take-begins' || !m.of) return [];
    const own = pieces.filter((p) => p.take === m.take);
    return [
      {
        id: m.take,
        role: m.of.role,
        channels: m.channels,
        tUs: Float64Array.from(own.flatMap((p) => [...p.tUs])),
        counts: Uint16Array.from(own.flatMap((p) => [...p.counts])),
      },
    ];
  });
}
