import { Bench } from '@/ui/bench/bench';

export default function Page() {
  return <Bench />;
}
