import { StationPage } from '@/ui/frame/station-page';

export default async function Page({ params }: { params: Promise<{ station: string }> }) {
  return <StationPage station={(await params).station} />;
}
