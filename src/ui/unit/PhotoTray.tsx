'use client';
import { useState } from 'react';
import type { PhotoRole } from '@/core/record/photos';
import { ROLE_WORDS, type PhotoLine } from '@/words/unit/photos';
import { PhotoAdd } from '../hands/PhotoAdd';
import { PhotoWords } from './PhotoWords';
import { Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';

/** "mark 17"; which reading it is of stands beside the reading. */
const aboutWords = (about: string) => (about.startsWith('reading:') ? 'a reading' : about.replace(':', ' '));

interface Props {
  tag: string;
  unitId: string;
  photos: readonly PhotoLine[];
  mayWrite: boolean;
}

/**
 * Photographs of the unit, each with what it is taken for; those chosen stand on passport and listing. Of a label its
 * bars are read, and offered as the serial number.
 */
export function PhotoTray({ tag, unitId, photos, mayWrite }: Props) {
  const { send, problem: refused } = useCommand();
  const { upload, problem, left, codes, dropCodes } = usePhotoUpload(tag);
  const [role, setRole] = useState<PhotoRole | ''>('');
  return (
    <section aria-label="Photographs" className="bg-paper px-5 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-read">Photographs</h2>
        {mayWrite && (
          <PhotoAdd
            role={role}
            onRole={setRole}
            plain
            left={left}
            onFiles={(files) => void upload(files, { role })}
          />
        )}
        {photos.length === 0 && <span className="text-row text-soft">None yet.</span>}
      </div>
      {codes.length > 0 && mayWrite && (
        <p role="status" className="mt-2 flex flex-wrap items-center gap-3 text-row">
          Read from the label:
          {codes.map((code) => (
            <Quiet
              key={code}
              onClick={() =>
                void send('typeSpec', { unitId, key: 'serial', value: code }).then(
                  (sent) => sent.ok && dropCodes(),
                )
              }
            >
              {code} is its serial number
            </Quiet>
          ))}
          <Quiet onClick={dropCodes}>none of them</Quiet>
        </p>
      )}
      {problem && <Problem>{problem}</Problem>}
      {refused && <Problem>{refused.message}</Problem>}
      <ul className="mt-2 flex flex-wrap gap-2">
        {photos.map((photo) => (
          <li key={photo.id} className="text-fine">
            <a href={`/api/photos/${photo.id}`}>
              {/* eslint-disable-next-line @next/next/no-img-element -- already resized, behind sign-in */}
              <img
                src={`/api/photos/${photo.id}`}
                alt={photo.note || `Photograph by ${photo.by}`}
                className="h-24 border-2 border-ink"
              />
            </a>
            <p>
              {[photo.role && ROLE_WORDS[photo.role as PhotoRole], aboutWords(photo.about)]
                .filter(Boolean)
                .join(', ')}
            </p>
            {mayWrite && (
              <p className="flex gap-2">
                <label className="flex min-h-8 items-center gap-1">
                  <input
                    type="checkbox"
                    className="size-4 accent-ink"
                    checked={photo.onPapers}
                    onChange={() =>
                      void send('setPhoto', { unitId, photoId: photo.id, onPapers: !photo.onPapers })
                    }
                  />
                  on papers
                </label>
                <Quiet
                  className="text-fine"
                  onClick={() => void send('removePhoto', { unitId, photoId: photo.id })}
                >
                  remove
                </Quiet>
              </p>
            )}
            {mayWrite && <PhotoWords unitId={unitId} photoId={photo.id} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
