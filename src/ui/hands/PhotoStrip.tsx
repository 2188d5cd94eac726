'use client';
import { useState } from 'react';
import type { PhotoRole } from '@/core/record/photos';
import { ROLE_WORDS, type PhotoLine } from '@/words/unit/photos';
import { Heading, Problem } from '../kit/parts';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';
import { PhotoAdd } from './PhotoAdd';

interface Props {
  tag: string;
  title: string;
  about: string;
  photos: readonly PhotoLine[];
  mayWrite: boolean;
  /** What they are taken for when nobody says. */
  role?: PhotoRole;
}

/** Photographs of one thing, each with what it is taken for; before and after stand side by side. */
export function PhotoStrip({ tag, title, about, photos, mayWrite, role = 'before' }: Props) {
  const { upload, problem, left } = usePhotoUpload(tag);
  const [as, setAs] = useState<PhotoRole | ''>(role);
  const before = photos.find((photo) => photo.role === 'before');
  const after = photos.findLast((photo) => photo.role === 'after');
  const pair = before && after ? [before, after] : [];
  const rest = photos.filter((photo) => !pair.includes(photo));
  if (!mayWrite && photos.length === 0) return null;
  const picture = (photo: PhotoLine, height: string) => (
    <figure key={photo.id} className="text-fine">
      <a href={`/api/photos/${photo.id}`}>
        {/* eslint-disable-next-line @next/next/no-img-element -- already resized, behind sign-in */}
        <img
          src={`/api/photos/${photo.id}`}
          alt={photo.note || `${photo.role || 'Photograph'}, by ${photo.by}`}
          className={`${height} border-2 border-ink`}
        />
      </a>
      <figcaption>{ROLE_WORDS[photo.role as PhotoRole] ?? ''}</figcaption>
    </figure>
  );
  return (
    <section aria-label={title} className="mt-3 bg-paper px-4 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <Heading>{title}</Heading>
        {mayWrite && (
          <PhotoAdd
            role={as}
            onRole={setAs}
            left={left}
            onFiles={(files) => void upload(files, { role: as, about })}
          />
        )}
      </div>
      {problem && <Problem>{problem}</Problem>}
      {pair.length > 0 && (
        <div className="mt-2 grid grid-cols-2 gap-2">{pair.map((photo) => picture(photo, 'w-full'))}</div>
      )}
      {rest.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-2">{rest.map((photo) => picture(photo, 'h-24'))}</div>
      )}
    </section>
  );
}
