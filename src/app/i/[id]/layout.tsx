import type { ReactNode } from 'react';
import { Workspace } from '@/ui/frame/workspace';

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ id: string }>;
}) {
  return <Workspace id={(await params).id}>{children}</Workspace>;
}
