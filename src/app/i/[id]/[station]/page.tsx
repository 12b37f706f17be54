import { notFound } from 'next/navigation';
import { StationPage } from '@/ui/frame/station-page';
import { isStation } from '@/ui/frame/stations';

export default async function Page({ params }: { params: Promise<{ station: string }> }) {
  const { station } = await params;
  if (!isStation(station)) notFound();
  return <StationPage station={station} />;
}
