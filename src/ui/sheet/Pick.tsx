export function Pick({
  words,
  value,
  choices,
  onPick,
}: {
  words: string;
  value: string;
  choices: readonly (readonly [string, string])[];
  onPick: (value: string) => void;
}) {
  return (
    <label className="flex flex-col text-note">
      {words}
      <select
        value={value}
        onChange={(event) => onPick(event.target.value)}
        className="min-h-9 border-2 border-ink bg-sheet px-1 text-row"
      >
        {choices.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
