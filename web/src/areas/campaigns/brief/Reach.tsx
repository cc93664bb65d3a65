import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { Confirm } from '../../../parts/Confirm';
import { ProblemNote } from '../../../parts/ProblemNote';
import { grouped, messages, money, people, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { GroupPeople } from './GroupPeople';

type Preflight = Schemas['Result'];

const NUMBER_STAGE = ['NO_NUMBER', 'LANDLINE', 'SPECIAL_NUMBER'];

/** Who a brief will reach and who not, why, and what it costs; and the way to launch it. */
export function Reach({ campaign, settled }: { campaign: Schemas['Campaign']; settled: boolean }) {
  const preflight = useQuery({
    queryKey: ['preflight', campaign.id, campaign.version],
    queryFn: () => api.get<Preflight>(`/campaigns/${campaign.id}/preflight`),
    placeholderData: keepPreviousData,
    refetchInterval: 30_000,
  });
  const [group, setGroup] = useState<string>();
  if (!preflight.data) {
    return preflight.error ? (
      <ProblemNote error={preflight.error} />
    ) : (
      <p className="text-muted">Counting…</p>
    );
  }
  const is = preflight.data;
  const atNumber = is.groups.filter((one) => NUMBER_STAGE.includes(one.code));
  const atAllowed = is.groups.filter((one) => !one.holds && !NUMBER_STAGE.includes(one.code));
  const held = is.groups.filter((one) => one.holds);
  const stage = { total: is.everyone, open: group, onOpen: setGroup, campaignId: campaign.id };
  return (
    <aside aria-label="Who it will reach" className="flex flex-col gap-3">
      <h2 className="section-title">Who it will reach</h2>
      <Stage
        {...stage}
        count={is.everyone}
        shade="opacity-30"
        words="in the audience"
        groups={[]}
      />
      <Stage
        {...stage}
        count={is.withNumber}
        shade="opacity-45"
        words="with a number that takes texts"
        groups={atNumber}
      />
      <Stage
        {...stage}
        count={is.allowed}
        shade="opacity-75"
        words="may be contacted"
        groups={atAllowed}
      />
      <Stage
        {...stage}
        count={is.withinHours}
        shade=""
        words="within their hours now"
        groups={held}
      />
      <Sums is={is} />
      {is.unreadable.length > 0 && (
        <p className="font-semibold text-warning">
          {is.unreadable.length === 1
            ? 'One typed line has'
            : `${is.unreadable.length} typed lines have`}{' '}
          no number: {is.unreadable.slice(0, 3).join(' · ')}
        </p>
      )}
      {is.leftBlank > 0 && (
        <p className="font-semibold text-warning">
          {people(is.leftBlank)} would find a blank in their text.
        </p>
      )}
      <Launch campaign={campaign} is={is} ready={settled && !preflight.isPlaceholderData} />
    </aside>
  );
}

function Stage({
  count,
  total,
  shade,
  words,
  groups,
  open,
  onOpen,
  campaignId,
}: {
  count: number;
  total: number;
  shade: string;
  words: string;
  groups: Schemas['Group'][];
  open: string | undefined;
  onOpen: (group: string | undefined) => void;
  campaignId: number;
}) {
  return (
    <div>
      <div className="h-3.5 rounded-sm bg-base-200">
        <div
          className={`h-full rounded-sm bg-primary ${shade}`}
          style={{ width: total === 0 ? 0 : `${(100 * count) / total}%` }}
        />
      </div>
      <p className="mt-1">
        <strong className="figure text-[15px]">{grouped(count)}</strong> {words}
      </p>
      {groups.map((group) => (
        <div key={group.code} className="pl-3.5">
          <p className="text-muted">
            <span className="figure">{grouped(group.people)}</span> {group.words}{' '}
            <button
              className="link-plain"
              aria-expanded={open === group.code}
              aria-label={`${open === group.code ? 'Hide' : 'Show'} who ${group.words}`}
              onClick={() => onOpen(open === group.code ? undefined : group.code)}
            >
              {open === group.code ? 'hide' : 'show'}
            </button>
          </p>
          {open === group.code && <GroupPeople campaignId={campaignId} group={group} />}
        </div>
      ))}
    </div>
  );
}

function Sums({ is }: { is: Preflight }) {
  const { currency } = useHouse();
  return (
    <div className="grid grid-cols-2 gap-3 border-y border-base-300 py-3">
      <p>
        <strong className="figure block text-lg">{grouped(is.segments)}</strong>
        <span className="text-muted">
          messages
          {is.longer > 0 && `, for ${people(is.longer)} more than for the others`}
        </span>
      </p>
      <p>
        <strong className="figure block text-lg">{money(is.costMicros, currency)}</strong>
        <span className="text-muted">cost</span>
      </p>
    </div>
  );
}

function Launch({
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
  const needs = [
    ...is.missing,
    ...(is.network === 'none' ? ['No SMS network is set up.'] : []),
    ...(is.missing.length === 0 && is.allowed === 0 ? ['Nobody here may be contacted.'] : []),
  ];
  return (
    <>
      {needs.map((sentence) => (
        <p key={sentence} className="text-muted">
          {sentence}{' '}
          {sentence.startsWith('No SMS') && (
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
            <strong>{people(is.allowed)}</strong> will get <strong>{messages(is.segments)}</strong>{' '}
            for <strong>{money(is.costMicros, currency)}</strong>.
          </p>
          <p className="mt-2">
            {grouped(is.withinHours)} are within their hours now ({time(is.at, zone)})
            {is.allowed > is.withinHours &&
              `, ${grouped(is.allowed - is.withinHours)} wait until theirs open`}
            . {grouped(is.everyone - is.allowed)} will not be contacted.
          </p>
          {is.network === 'stand-in' && (
            <p className="mt-2 text-muted">
              The stand-in is at the other end: no real telephone gets anything.
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
