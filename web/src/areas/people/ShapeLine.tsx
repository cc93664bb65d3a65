import { useState } from 'react';
import type { Schemas } from '../../api/client';

type Shape = Schemas['ShapeView'];
export type ShapeWish = Schemas['ShapeBody'];

const SEPARATORS: Record<string, string> = {
  ',': 'comma',
  ';': 'semicolon',
  '\t': 'tab',
  '|': 'pipe',
};

/** How the file is read, in a line; each part can be chosen otherwise. */
export function ShapeLine({
  shape,
  charsets,
  busy,
  onChange,
}: {
  shape: Shape;
  charsets: string[];
  busy: boolean;
  onChange: (wish: ShapeWish) => void;
}) {
  const [open, setOpen] = useState(false);
  const asItIs: ShapeWish = {
    charset: shape.charset,
    separator: shape.separator,
    sheet: shape.sheet || null,
    titleRows: shape.titleRows,
    hasHeader: shape.hasHeader,
  };
  const text = shape.format === 'DELIMITED';
  const whole = shape.format === 'CARDS' || shape.format === 'LINES';
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="w-32 text-muted">Read as</span>
      <span>{words(shape)}</span>
      {!(shape.format === 'CARDS') && (
        <button className="link-plain" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'done' : 'read it otherwise'}
        </button>
      )}
      {open && (
        <div className="flex w-full flex-wrap items-end gap-3 pl-34">
          {(text || shape.format === 'LINES') && (
            <Pick
              label="Encoding"
              value={shape.charset}
              options={Object.fromEntries(
                [...new Set([shape.charset, ...charsets])].map((one) => [one, one]),
              )}
              busy={busy}
              onChange={(charset) =>
                onChange({ ...asItIs, charset, titleRows: null, hasHeader: null })
              }
            />
          )}
          {text && (
            <Pick
              label="Between cells"
              value={shape.separator}
              options={SEPARATORS}
              busy={busy}
              onChange={(separator) =>
                onChange({ ...asItIs, separator, titleRows: null, hasHeader: null })
              }
            />
          )}
          {shape.sheets.length > 1 && (
            <Pick
              label="Sheet"
              value={shape.sheet}
              options={Object.fromEntries(shape.sheets.map((one) => [one, one]))}
              busy={busy}
              onChange={(sheet) => onChange({ ...asItIs, sheet, titleRows: null, hasHeader: null })}
            />
          )}
          {!whole && (
            <>
              <label className="flex flex-col">
                <span className="text-muted">Title lines</span>
                <input
                  type="number"
                  min={0}
                  max={100}
                  className="input input-sm w-20"
                  value={shape.titleRows}
                  disabled={busy}
                  onChange={(event) =>
                    onChange({ ...asItIs, titleRows: Number(event.target.value) })
                  }
                />
              </label>
              <label className="flex items-center gap-2 pb-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={shape.hasHeader}
                  disabled={busy}
                  onChange={(event) => onChange({ ...asItIs, hasHeader: event.target.checked })}
                />
                The first row is a header
              </label>
            </>
          )}
        </div>
      )}
    </div>
  );
}

function words(shape: Shape): string {
  const parts: string[] = [];
  if (shape.format === 'DELIMITED') {
    parts.push(`${shape.charset}, ${SEPARATORS[shape.separator] ?? shape.separator} between cells`);
  } else {
    parts.push(shape.formatWords);
  }
  if (shape.sheet) {
    parts.push(`sheet “${shape.sheet}”`);
  }
  if (shape.titleRows > 0) {
    parts.push(`${shape.titleRows} title ${shape.titleRows === 1 ? 'line' : 'lines'} left out`);
  }
  if (shape.format === 'DELIMITED' || shape.sheet) {
    parts.push(shape.hasHeader ? 'header found' : 'no header');
  }
  return parts.join(', ');
}

function Pick({
  label,
  value,
  options,
  busy,
  onChange,
}: {
  label: string;
  value: string;
  options: Record<string, string>;
  busy: boolean;
  onChange: (value: string) => void;
}) {
  return (
    <label className="flex flex-col">
      <span className="text-muted">{label}</span>
      <select
        className="select select-sm w-44"
        value={value}
        disabled={busy}
        onChange={(event) => onChange(event.target.value)}
      >
        {Object.entries(options).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
