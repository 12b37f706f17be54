'use client';

import { useWorkspace } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import styles from './check-up.module.css';

/** What the room was like at a check-up, as far as the maker typed it. */
export interface RoomSeen {
  celsius?: number;
  /** % */
  humidity?: number;
}

/** Temperature and humidity of the room, where the maker types them. */
export function Room({ room, set }: { room: RoomSeen; set: (room: RoomSeen) => void }) {
  const readOnly = useWorkspace((s) => s.readOnly);
  return (
    <p className={styles.room}>
      The room, if you know it:{' '}
      <NumberField
        label="Temperature"
        value={room.celsius ?? 20}
        words={(v) => (room.celsius === undefined ? '' : String(v))}
        low={-30}
        high={60}
        unit="°C"
        disabled={readOnly}
        set={(celsius) => set({ ...room, celsius })}
      />{' '}
      °C,{' '}
      <NumberField
        label="Humidity"
        value={room.humidity ?? 50}
        words={(v) => (room.humidity === undefined ? '' : String(v))}
        low={0}
        high={100}
        unit="%"
        disabled={readOnly}
        set={(humidity) => set({ ...room, humidity })}
      />{' '}
      % of humidity
    </p>
  );
}
