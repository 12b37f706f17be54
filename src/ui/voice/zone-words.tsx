'use client';

import type { Zone } from '@/core/instrument/zones';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';

const PLANS = {
  single: 'on channel',
  lanes: 'on a channel a lane, from',
  lower: 'as MPE, lower zone',
  upper: 'as MPE, upper zone',
};
type Plan = keyof typeof PLANS;

/** Channels that a new plan has: eight notes at once, as many strings as most necks have, twice. */
const FIRST_COUNT = 8;

/** Where a voice plays: one channel, a channel a lane, or an MPE zone, with what each asks for. */
export function ZoneWords({
  zone,
  zones,
  bends,
  set,
}: {
  zone: Zone | undefined;
  /** All of the instrument's: MPE zones share the channels. */
  zones: readonly Zone[];
  /** Whether what plays there bends: its range is asked for. */
  bends: boolean;
  set: (zone: Zone) => void;
}) {
  const plan: Plan = zone === undefined ? 'single' : zone.is === 'mpe' ? zone.side : zone.is;
  return (
    <>
      <Pick
        label="Channels"
        value={plan}
        options={plansFor(zones)}
        set={(next) => set(zoneAs(next as Plan, zone, zones))}
      />
      {zone?.is !== 'mpe' && (
        <NumberField
          label="Channel"
          value={zone?.is === 'lanes' ? zone.first : zone?.is === 'single' ? zone.channel : 1}
          low={1}
          high={16}
          set={(channel) => set(zoneOn(channel, zone))}
        />
      )}
      {zone?.is === 'mpe' && (
        <>
          <span>with</span>
          <NumberField
            label="Member channels"
            value={zone.members}
            low={1}
            high={roomFor(zone.side, zones)}
            set={(members) => set({ ...zone, members })}
          />
          <span>members,</span>
        </>
      )}
      {zone && bends && (
        <>
          <span>bend range ±</span>
          <NumberField
            label="Bend range, semitones"
            value={zone.bendRange ?? (zone.is === 'mpe' ? 48 : 2)}
            low={1}
            high={96}
            set={(bendRange) => set({ ...zone, bendRange })}
          />
        </>
      )}
    </>
  );
}

/** A zone as another one is, but from this channel on: one of a channel a lane keeps a channel a lane. */
export const zoneOn = (channel: number, zone: Zone | undefined): Zone => {
  const range = zone?.bendRange === undefined ? {} : { bendRange: zone.bendRange };
  return zone?.is === 'lanes'
    ? { ...zone, id: `channels-${channel}-${zone.count}`, first: channel }
    : { is: 'single', id: `channel-${channel}`, channel, ...range };
};

/** The plans that there is room for: one more MPE zone needs two channels that the other leaves. */
const plansFor = (zones: readonly Zone[]): Record<string, string> =>
  Object.fromEntries(
    Object.entries(PLANS).filter(
      ([plan]) =>
        (plan !== 'lower' && plan !== 'upper') ||
        zones.some((z) => z.is === 'mpe' && z.side === plan) ||
        roomFor(plan, zones) > 0,
    ),
  );

/** Members that an MPE zone can have beside the other: each of both has a manager too (MPE 1.1, 2.2). */
const roomFor = (side: 'lower' | 'upper', zones: readonly Zone[]): number =>
  zones.reduce((room, z) => (z.is === 'mpe' && z.side !== side ? room - 1 - z.members : room), 15);

function zoneAs(plan: Plan, zone: Zone | undefined, zones: readonly Zone[]): Zone {
  if (plan === 'single') return zoneOn(zone?.is === 'lanes' ? zone.first : 1, undefined);
  if (plan === 'lanes') {
    const first = zone?.is === 'single' ? zone.channel : 1;
    return { is: 'lanes', id: `channels-${first}-${FIRST_COUNT}`, first, count: FIRST_COUNT };
  }
  const known = zones.find((z) => z.is === 'mpe' && z.side === plan);
  if (known) return known;
  return {
    is: 'mpe',
    id: `mpe-${plan}`,
    side: plan,
    members: Math.min(FIRST_COUNT, roomFor(plan, zones)),
  };
}
