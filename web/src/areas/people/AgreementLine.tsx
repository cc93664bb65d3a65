import type { Schemas } from '../../api/client';

export type Agreement = Schemas['AgreementBody'];
const AGREED = {
  SMS: 'texts',
  WHATSAPP: 'WhatsApp',
  VOICE_BROADCAST: 'recorded calls',
  AGENT_CALL: 'calls by a person',
} as const;

type Purpose = NonNullable<Agreement['purposes']>[number];

const PURPOSES: { value: string; words: string; purposes: Purpose[] }[] = [
  { value: 'both', words: 'service and marketing', purposes: ['SERVICE', 'MARKETING'] },
  { value: 'MARKETING', words: 'marketing', purposes: ['MARKETING'] },
  { value: 'SERVICE', words: 'service messages', purposes: ['SERVICE'] },
];

/** One line that says where an import's evidence of agreement comes from. */
export function AgreementLine({
  value,
  onChange,
  column,
}: {
  value: Agreement;
  onChange: (agreement: Agreement) => void;
  column: string | undefined;
}) {
  const chosen = value.purposes?.length === 1 ? value.purposes[0] : 'both';
  return (
    <div className="grid grid-cols-[8rem_1fr] items-baseline gap-2">
      <span className="text-muted">Agreement</span>
      <div className="flex flex-wrap items-center gap-2">
        <select
          className="select select-sm w-48"
          aria-label="Where agreement comes from"
          value={value.source}
          onChange={(event) =>
            onChange({ ...value, source: event.target.value as Agreement['source'] })
          }
        >
          <option value="none">the file says nothing</option>
          <option value="declared">everybody in it agreed</option>
          {column !== undefined && <option value="column">as “{column}” says</option>}
        </select>
        {value.source !== 'none' && (
          <>
            <span>to</span>
            {(['SMS', 'WHATSAPP', 'VOICE_BROADCAST', 'AGENT_CALL'] as const).map((channel) => (
              <label key={channel} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={value.channels?.includes(channel) ?? false}
                  onChange={(event) =>
                    onChange({
                      ...value,
                      channels: event.target.checked
                        ? [...(value.channels ?? []), channel]
                        : (value.channels ?? []).filter((one) => one !== channel),
                    })
                  }
                />
                {AGREED[channel]}
              </label>
            ))}
            <span>for</span>
            <select
              className="select select-sm w-52"
              aria-label="Agreed purposes"
              value={chosen}
              onChange={(event) =>
                onChange({
                  ...value,
                  purposes:
                    PURPOSES.find((one) => one.value === event.target.value)?.purposes ?? [],
                })
              }
            >
              {PURPOSES.map((one) => (
                <option key={one.value} value={one.value}>
                  {one.words}
                </option>
              ))}
            </select>
            <label className="flex items-center gap-2">
              given
              <input
                className="input input-sm w-56"
                aria-label="How it was given"
                placeholder="on a pass form, a website, by phone"
                value={value.how ?? ''}
                onChange={(event) => onChange({ ...value, how: event.target.value })}
              />
            </label>
          </>
        )}
        {value.source === 'declared' && (
          <label className="flex items-center gap-2">
            on
            <input
              type="date"
              className="input input-sm w-40"
              value={value.on ?? ''}
              onChange={(event) => onChange({ ...value, on: event.target.value })}
            />
          </label>
        )}
      </div>
    </div>
  );
}
