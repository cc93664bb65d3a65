import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';
import { useMay } from '../../../../api/session';
import { PlaySound } from '../../../../parts/PlaySound';
import { dayAndTime, price } from '../../../../parts/format';
import { useHouse } from '../../../../parts/house';
import { CallPicture } from './CallPicture';

/** The calls to one person: what came of each, its sound and a picture of it. */
export function CallsOfOne({ campaignId, position }: { campaignId: number; position: number }) {
  const calls = useQuery({
    queryKey: ['campaign', campaignId, 'calls', position],
    queryFn: () =>
      api.get<Schemas['CallView'][]>(`/campaigns/${campaignId}/people/${position}/calls`),
  });
  return (
    <div className="flex flex-col gap-4">
      {calls.data?.map((call) => (
        <OneCall key={call.attemptId} call={call} />
      ))}
    </div>
  );
}

function OneCall({ call }: { call: Schemas['CallView'] }) {
  const { zone, currency } = useHouse();
  const mayHear = useMay('SEE_NUMBERS');
  const picture = useQuery({
    queryKey: ['call-picture', call.attemptId],
    queryFn: () => api.get<Schemas['CallPicture']>(`/calls/${call.attemptId}/picture`),
    staleTime: Infinity,
  });
  return (
    <article className="row-line pt-2" aria-label={`Call ${call.attempt}`}>
      <p>
        <strong>
          Call {call.attempt}: {call.words}
        </strong>{' '}
        <span className="text-muted">
          {dayAndTime(call.at, zone)}
          {call.answeredSeconds > 0 &&
            ` · answered for ${call.answeredSeconds.toFixed(1)} s, heard ${call.heardSeconds.toFixed(1)} of ${call.messageSeconds.toFixed(1)} s`}
          {call.key !== '' && ` · pressed ${call.key}`}
          {` · ${price(call.costMicros, currency)} · ended: ${call.cause.toLowerCase().replaceAll('_', ' ')}`}
        </span>
      </p>
      {picture.data && picture.data.seconds > 0 && (
        <>
          <CallPicture picture={picture.data} marks={call.marks} />
          {mayHear && (
            <PlaySound words="Hear the call" path={`/calls/${call.attemptId}/sound.wav`} />
          )}
        </>
      )}
    </article>
  );
}
