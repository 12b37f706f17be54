'use client';

import { useEffect, useState } from 'react';
import { pictureOf } from '@/store/pictures';
import styles from './log.module.css';

/** A kept picture; a word where it is no longer kept. */
export function Picture({ id }: { id: string }) {
  const [src, setSrc] = useState<string | null>(null);
  const [gone, setGone] = useState(false);
  useEffect(() => {
    let url: string | null = null;
    let left = false;
    pictureOf(id).then(
      (picture) => {
        if (left) return;
        if (!picture) return setGone(true);
        url = URL.createObjectURL(new Blob([picture.bytes], { type: picture.type }));
        setSrc(url);
      },
      () => setGone(true),
    );
    return () => {
      left = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [id]);
  if (gone) return <span className={styles.gone}>This picture is not kept in this browser.</span>;
  return src ? (
    <a href={src} target="_blank" rel="noreferrer">
      <picture>
        <img src={src} alt="Of the build" />
      </picture>
    </a>
  ) : null;
}
