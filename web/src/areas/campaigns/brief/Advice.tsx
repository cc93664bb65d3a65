import type { Schemas } from '../../../api/client';
import { usePreflight } from './usePreflight';

/** What a careful colleague would say about the text, and the plain letters that would shorten it. */
export function Advice({
  campaign,
  message,
  onPlain,
}: {
  campaign: Schemas['Campaign'];
  message: string;
  onPlain: (message: string) => void;
}) {
  const { data: is } = usePreflight(campaign);
  if (!is || campaign.brief.message !== message) {
    return null;
  }
  const replaceable = is.longCharacters.filter((one) => one.plain !== null);
  return (
    <div className="mt-1 flex flex-col gap-1" aria-label="Advice on the text" role="group">
      {is.longCharacters.length > 0 && (
        <p className="text-warning">
          Outside the GSM alphabet:{' '}
          {is.longCharacters.map((one, index) => (
            <span key={one.code} title={one.code}>
              {index > 0 && ', '}
              <strong className="figure">{one.shown.trim() || one.code}</strong>
              {one.plain !== null && ` → ${one.plain === '' ? 'nothing' : one.plain}`}
            </span>
          ))}
          {replaceable.length > 0 && (
            <button className="link-plain ml-2" onClick={() => onPlain(is.plainMessage)}>
              Use the plain ones
            </button>
          )}
        </p>
      )}
      {is.warnings.map((warning) => (
        <p key={warning} className="font-semibold text-warning">
          {warning}
        </p>
      ))}
    </div>
  );
}
