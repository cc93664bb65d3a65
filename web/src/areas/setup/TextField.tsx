/** A labelled field on one line. */
export function TextField({
  label,
  value,
  onChange,
  type = 'text',
  required = true,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: string;
  required?: boolean;
}) {
  return (
    <label className="flex items-center gap-3">
      <span className="w-36 text-muted">{label}</span>
      <input
        className="input input-sm w-64"
        type={type}
        value={value}
        required={required}
        autoComplete="off"
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
