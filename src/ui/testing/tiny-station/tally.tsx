import { counted } from '@/core/units/counted';
import { useInstrument } from '../../hooks/use-session';

export function Tally() {
  const { sensors } = useInstrument();
  return <h1>{counted(sensors.flatMap((s) => s.lanes).length, 'lane')}</h1>;
}
