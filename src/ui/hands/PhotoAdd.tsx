import { PHOTO_ROLES, type PhotoRole } from '@/core/record/photos';
import { ROLE_WORDS } from '@/words/unit/photos';

interface Props {
  role: PhotoRole | '';
  onRole: (role: PhotoRole | '') => void;
  /** A picture may be of the machine and nothing more. */
  plain?: boolean;
  left: number;
  onFiles: (files: File[]) => void;
}

const BOX = 'min-h-11 border-2 border-ink text-row';

/** Takes photographs in: what they are taken for, and the files or the camera. */
export function PhotoAdd({ role, onRole, plain, left, onFiles }: Props) {
  return (
    <>
      <select
        aria-label="Taken as"
        value={role}
        onChange={(event) => onRole(event.target.value as PhotoRole | '')}
        className={`${BOX} bg-sheet px-2`}
      >
        {plain && <option value="">of the machine</option>}
        {PHOTO_ROLES.map((each) => (
          <option key={each} value={each}>
            {ROLE_WORDS[each]}
          </option>
        ))}
      </select>
      <label
        className={
          `${BOX} inline-flex cursor-pointer items-center px-3 font-semibold hover:bg-track ` +
          'focus-within:outline-3 focus-within:outline-matdeep'
        }
      >
        {left ? `Sending, ${left} left …` : 'Add from file or camera'}
        <input
          type="file"
          accept="image/*"
          multiple
          className="sr-only"
          disabled={left > 0}
          onChange={(event) => onFiles([...(event.target.files ?? [])])}
        />
      </label>
    </>
  );
}
