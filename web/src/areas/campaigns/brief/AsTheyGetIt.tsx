import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState, type ComponentType } from 'react';
import type { Schemas } from '../../../api/client';
import { usePages } from '../../../parts/usePages';
import { TestToOneself } from './TestToOneself';

/** The text as each real person will get it, one after another. */
export function AsTheyGetIt({
  campaign,
  Preview,
}: {
  campaign: Schemas['Campaign'];
  /** What the channel shows of it beside its words. */
  Preview?: ComponentType<{ campaign: Schemas['Campaign']; personId: number; text: string }>;
}) {
  const [at, setAt] = useState(0);
  const says = campaign.brief.message !== '' || (campaign.brief.call?.soundId ?? null) !== null;
  const pages = usePages<Schemas['GroupPerson']>(
    ['preflight-people', campaign.id, 'ALLOWED', campaign.version],
    `/campaigns/${campaign.id}/preflight/people?group=ALLOWED`,
    'after',
    says,
  );
  const index = Math.min(at, pages.rows.length - 1);
  const person = pages.rows[index];
  if (!person || !says) {
    return null;
  }
  const step = (by: number) => {
    const next = Math.max(0, index + by);
    if (next >= pages.rows.length - 1 && pages.hasNextPage) {
      void pages.fetchNextPage();
    }
    setAt(Math.min(next, pages.rows.length - 1));
  };
  return (
    <div
      className="mt-3 rounded-box bg-base-200 px-4 py-2.5"
      role="group"
      aria-label="As they get it"
    >
      <p className="flex items-center gap-2 text-muted">
        <span>
          as <strong className="text-base-content">{person.name || person.number}</strong> gets it
        </span>
        <span className="ml-auto">
          {Preview && <Preview campaign={campaign} personId={person.personId} text={person.text} />}
        </span>
        <button
          className="btn btn-xs btn-outline border-base-300"
          aria-label="The person before"
          onClick={() => step(-1)}
        >
          <ChevronLeft size={14} aria-hidden />
        </button>
        <button
          className="btn btn-xs btn-outline border-base-300"
          aria-label="The next person"
          onClick={() => step(1)}
        >
          <ChevronRight size={14} aria-hidden />
        </button>
      </p>
      <p className="mt-1 whitespace-pre-wrap">{person.text}</p>
      {campaign.brief.channel !== 'AGENT_CALL' && (
        <TestToOneself campaign={campaign} personId={person.personId} />
      )}
    </div>
  );
}
