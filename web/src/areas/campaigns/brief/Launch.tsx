import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { Confirm } from '../../../parts/Confirm';
import { ProblemNote } from '../../../parts/ProblemNote';
import { CHANNELS, isCall } from '../../../parts/channels';
import { dayAndTime, grouped, money, people, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { channelPart } from '../channels';
import type { Preflight } from './usePreflight';

/** The way to launch: what is still needed, then one question that says exactly what will happen. */
export function Launch({
  campaign,
  is,
  ready,
}: {
  campaign: Schemas['Campaign'];
  is: Preflight;
  ready: boolean;
}) {
  const { currency, zone } = useHouse();
  const queries = useQueryClient();
  const may = useMay('RUN_CAMPAIGNS');
  const [key, setKey] = useState<string>();
  const launch = useMutation({
    mutationFn: () =>
      api.post<Schemas['Campaign']>(`/campaigns/${campaign.id}/launch`, {
        version: campaign.version,
        key,
        people: is.allowed,
        segments: is.segments,
        costMicros: is.costMicros,
      }),
    onSuccess: (launched) => {
      queries.setQueryData(['campaign', campaign.id], launched);
      void queries.invalidateQueries({ queryKey: ['campaigns'] });
    },
    onError: () => {
      setKey(undefined);
      void queries.invalidateQueries({ queryKey: ['campaign', campaign.id] });
      void queries.invalidateQueries({ queryKey: ['preflight', campaign.id] });
    },
  });
  if (!may) {
    return null;
  }
  const part = channelPart(campaign.brief.channel);
  const calls = isCall(campaign.brief.channel);
  const noZone = is.groups.find((one) => one.code === 'ZONE_UNKNOWN')?.people ?? 0;
  const more = (campaign.brief.retries?.rules ?? []).reduce((sum, one) => sum + one.times, 0);
  const later = is.allowed - is.withinHours - noZone;
  const needs = [
    ...is.missing,
    ...(is.network === 'none'
      ? [
          `No ${campaign.brief.channel === 'SMS' ? 'SMS network' : `network for ${CHANNELS[campaign.brief.channel].word}`} is set up.`,
        ]
      : []),
    ...(is.missing.length === 0 && is.allowed === 0 ? ['Nobody here may be contacted.'] : []),
  ];
  return (
    <>
      {needs.map((sentence) => (
        <p key={sentence} className="text-muted">
          {sentence}{' '}
          {sentence.endsWith('is set up.') && (
            <Link className="link-plain" to="/setup">
              Setup
            </Link>
          )}
        </p>
      ))}
      <ProblemNote error={launch.error} />
      <button
        className="btn btn-primary self-end"
        disabled={!ready || needs.length > 0}
        onClick={() => {
          launch.reset();
          setKey(newKey());
        }}
      >
        Launch to {grouped(is.allowed)}
      </button>
      {key !== undefined && (
        <Confirm
          title={`Launch “${campaign.brief.name}”?`}
          action={`Launch to ${people(is.allowed)}`}
          busy={launch.isPending}
          onConfirm={() => launch.mutate()}
          onLeave={() => setKey(undefined)}
        >
          <p>
            <strong>{people(is.allowed)}</strong> will get <strong>{part.unit(is.segments)}</strong>{' '}
            for {calls && 'at most '}
            <strong>{money(is.costMicros, currency)}</strong>
            {calls && ', if every call is answered and heard to its end'}.
          </p>
          <p className="mt-2">
            {grouped(is.withinHours)} are within their hours now ({time(is.at, zone)})
            {later > 0 && `, ${grouped(later)} wait until theirs open`}
            {noZone > 0 && `, ${grouped(noZone)} wait for their time zone to be known`}.{' '}
            {grouped(is.everyone - is.allowed)} will not be contacted.
          </p>
          {is.finish && (
            <p className="mt-2">
              The last one leaves about <strong>{dayAndTime(is.finish, zone)}</strong>.
            </p>
          )}
          {more > 0 && (
            <p className="mt-2">
              Whoever is not reached is tried up to {grouped(more)} more{' '}
              {more === 1 ? 'time' : 'times'}: at most{' '}
              <strong>{money(is.costMicros * (1 + more), currency)}</strong> in all.
            </p>
          )}
          {is.warnings.map((warning) => (
            <p key={warning} className="mt-2 font-semibold text-warning">
              {warning}
            </p>
          ))}
          {is.network === 'stand-in' && (
            <p className="mt-2 text-muted">
              The stand-in is at the other end: nobody real gets anything.
            </p>
          )}
        </Confirm>
      )}
    </>
  );
}

/** Names this launch, so that a repeated request is not a second one. */
function newKey(): string {
  const random = crypto.getRandomValues(new Uint8Array(16));
  return [...random].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
