import type { Schemas } from '../../api/client';
import { MoreButton } from '../../parts/MoreButton';
import { dayAndTime } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { usePages } from '../../parts/usePages';

/** What was done, by whom and when. */
export function AuditPart() {
  const { zone } = useHouse();
  const entries = usePages<Schemas['Entry']>(['audit'], '/audit', 'before');
  return (
    <section className="xl:col-span-2">
      <h2 className="section-title mb-2">What was done</h2>
      <ul>
        {entries.rows.map((entry) => (
          <li key={entry.id} className="row-line flex gap-4 py-1">
            <span className="figure w-36 shrink-0 text-muted">{dayAndTime(entry.at, zone)}</span>
            <span className="w-40 shrink-0">{entry.who ?? 'the house itself'}</span>
            <span>{entry.act}</span>
            <span className="text-muted">
              {entry.subject} {entry.detail}
            </span>
          </li>
        ))}
      </ul>
      <MoreButton query={entries} />
    </section>
  );
}
