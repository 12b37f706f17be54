'use client';

import type { Sensor } from '@/core/instrument/sensor';
import type { ControllerVoice, Voice } from '@/core/instrument/voices';
import { useChangeVoices } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';

/** The first controller that a port is sent as, and what changes it; null where it is sent as none. */
export function useController(
  sensor: Sensor,
  port: string,
): { voice: ControllerVoice; change: (says: string, to: Partial<ControllerVoice>) => void } | null {
  const { voices } = useInstrument();
  const changeVoices = useChangeVoices();
  const voice = voices.find(
    (v): v is ControllerVoice =>
      v.is === 'controller' && v.source.sensor === sensor.id && v.source.port === port,
  );
  if (!voice) return null;
  return {
    voice,
    change: (says, to) =>
      changeVoices(says, (all) => all.map((v): Voice => (v === voice ? { ...voice, ...to } : v))),
  };
}
