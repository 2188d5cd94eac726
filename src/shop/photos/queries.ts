import { and, asc, eq, like } from 'drizzle-orm';
import { database } from '@/db/client';
import { photos } from '@/db/schema';
import { ShopError } from '@/errors';
import { isRowId } from '../input';
import { bytesOf } from './store';
import type { PhotoLine } from '@/words/unit/photos';

/** Photographs of a unit, oldest first; `about`: of what begins so. */
export async function photosAbout(unitId: string, about?: string): Promise<PhotoLine[]> {
  const rows = await database()
    .select({
      id: photos.id,
      note: photos.note,
      role: photos.role,
      about: photos.about,
      by: photos.by,
      at: photos.at,
      onPapers: photos.onPapers,
    })
    .from(photos)
    .where(and(eq(photos.unitId, unitId), about ? like(photos.about, `${about}%`) : undefined))
    .orderBy(asc(photos.at));
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

/** A photograph's bytes as they were laid away. @throws ShopError when there is none of that id */
export async function photoBytes(id: string): Promise<Uint8Array<ArrayBuffer>> {
  const [photo] = isRowId(id)
    ? await database()
        .select({ id: photos.id, stored: photos.stored, bytes: photos.bytes })
        .from(photos)
        .where(eq(photos.id, id.toLowerCase()))
    : [];
  if (!photo) throw new ShopError('missing', 'There is no such photograph.');
  return new Uint8Array(await bytesOf(photo));
}
