'use client';
import { Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/useCommand';
import { usePhotoUpload } from '../kit/usePhotoUpload';

export interface PhotoView {
  id: string;
  note: string;
  by: string;
}

/** Photographs of the unit: from a file or straight from a phone's camera. */
export function PhotoTray({
  tag,
  unitId,
  photos,
  mayWrite,
}: {
  tag: string;
  unitId: string;
  photos: PhotoView[];
  mayWrite: boolean;
}) {
  const { send } = useCommand();
  const { upload, problem, left } = usePhotoUpload(tag);
  return (
    <section aria-label="Photographs" className="bg-paper px-5 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-[15px]">Photographs</h2>
        {mayWrite && (
          <label className="inline-flex min-h-11 cursor-pointer items-center border-2 border-ink px-3 text-[14px] font-semibold focus-within:outline-3 focus-within:outline-matdeep hover:bg-track">
            {left ? `Sending, ${left} left …` : 'Add from file or camera'}
            <input
              type="file"
              accept="image/*"
              multiple
              className="sr-only"
              disabled={left > 0}
              onChange={(event) => void upload([...(event.target.files ?? [])])}
            />
          </label>
        )}
        {photos.length === 0 && <span className="text-[14px] text-soft">None yet.</span>}
      </div>
      {problem && <Problem>{problem}</Problem>}
      <ul className="mt-2 flex flex-wrap gap-2">
        {photos.map((photo) => (
          <li key={photo.id} className="text-[12px]">
            <a href={`/api/photos/${photo.id}`}>
              {/* eslint-disable-next-line @next/next/no-img-element -- already resized, behind sign-in */}
              <img
                src={`/api/photos/${photo.id}`}
                alt={photo.note || `Photograph by ${photo.by}`}
                className="h-24 border-2 border-ink"
              />
            </a>
            {mayWrite && (
              <Quiet
                className="text-[12px]"
                onClick={() => void send('removePhoto', { unitId, photoId: photo.id })}
              >
                remove
              </Quiet>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
