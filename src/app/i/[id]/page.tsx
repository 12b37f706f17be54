import { RunSheet } from '@/ui/runsheet/run-sheet';

export default function Page() {
  return <RunSheet />;
}
