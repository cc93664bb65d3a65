import type { Schemas } from '../../../../api/client';
import { PlaySound } from '../../../../parts/PlaySound';

/** What one person will hear, played in the page. */
export function HearIt({
  campaign,
  personId,
}: {
  campaign: Schemas['Campaign'];
  personId: number;
}) {
  const person = personId > 0 ? `&personId=${personId}` : '';
  return (
    <PlaySound
      words="Hear it"
      path={`/campaigns/${campaign.id}/spoken.wav?version=${campaign.version}${person}`}
    />
  );
}
