import { and, asc, eq, like } from 'drizzle-orm';
import { database } from '@/db/client';
import { photos } from '@/db/schema';
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
