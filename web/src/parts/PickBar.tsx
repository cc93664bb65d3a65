import { useMay } from '../api/session';
import { useNewCampaign } from '../areas/campaigns/NewCampaignButton';
import { ProblemNote } from './ProblemNote';
import { people } from './format';

/** What can be done with people picked by hand; nothing while nobody is. */
export function PickBar({ picked, onClear }: { picked: ReadonlySet<number>; onClear: () => void }) {
  const may = useMay('CHANGE_CAMPAIGNS');
  const make = useNewCampaign();
  if (picked.size === 0 || !may) {
    return null;
  }
  return (
    <div className="mt-3 flex items-center gap-3 rounded-box bg-base-200 px-4 py-2" role="status">
      <strong>{people(picked.size)} picked</strong>
      <button
        className="btn btn-sm btn-primary"
        disabled={make.isPending}
        onClick={() => make.mutate([...picked])}
      >
        New campaign to them
      </button>
      <button className="link-plain" onClick={onClear}>
        pick nobody
      </button>
      <ProblemNote error={make.error} />
    </div>
  );
}
