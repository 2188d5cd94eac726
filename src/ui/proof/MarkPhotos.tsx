'use client';
import type { PhotoLine } from '@/words/unit/photos';
import { Problem } from '../kit/parts';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';

interface Props {
  tag: string;
  /** What it is, in words. */
  of: string;
  /** "mark:17", "zone:lid". */
  about: string;
  photos: readonly PhotoLine[];
  mayWrite: boolean;
}

/** The pictures of one mark, beside it, and one tap for another. */
export function MarkPhotos({ tag, of, about, photos, mayWrite }: Props) {
  const { upload, problem, left } = usePhotoUpload(tag);
  const own = photos.filter((photo) => photo.about === about);
  if (!mayWrite && own.length === 0) return null;
  return (
    <span className="my-0.5 flex flex-wrap items-center gap-1.5">
      {own.map((photo) => (
        <a key={photo.id} href={`/api/photos/${photo.id}`}>
          {/* eslint-disable-next-line @next/next/no-img-element -- already resized, behind sign-in */}
          <img
            src={`/api/photos/${photo.id}`}
            alt={photo.note || `${of}, by ${photo.by}`}
            className="h-12 border-2 border-ink"
          />
        </a>
      ))}
      {mayWrite && (
        <label
          className={
            'cursor-pointer text-fine text-soft underline decoration-dotted hover:text-ink ' +
            'focus-within:outline-3 focus-within:outline-matdeep'
          }
        >
          {left ? 'sending …' : 'photograph'}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            aria-label={`Photograph of ${of}`}
            disabled={left > 0}
            onChange={(event) => void upload([...(event.target.files ?? [])], { role: 'defect', about })}
          />
        </label>
      )}
      {problem && <Problem>{problem}</Problem>}
    </span>
  );
}
