import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { Confirm } from '../../../parts/Confirm';
import { ProblemNote } from '../../../parts/ProblemNote';
import { day, dayAndTime, grouped, messages, money, people, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { GroupPeople } from './GroupPeople';
import { usePreflight, type Preflight } from './usePreflight';

const NUMBER_STAGE = ['NO_NUMBER', 'LANDLINE', 'SPECIAL_NUMBER'];

/** Who a brief will reach and who not, why, and what it costs; and the way to launch it. */
export function Reach({ campaign, settled }: { campaign: Schemas['Campaign']; settled: boolean }) {
  const preflight = usePreflight(campaign);
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
        code="EVERYONE"
        words="in the audience"
        groups={[]}
      />
      <Stage
        {...stage}
        count={is.withNumber}
        shade="opacity-45"
        code="WITH_NUMBER"
        words="with a number that takes texts"
        groups={atNumber}
      />
      <Stage
        {...stage}
        count={is.allowed}
        shade="opacity-75"
        code="ALLOWED"
        words="may be contacted"
        groups={atAllowed}
      />
      <Stage
        {...stage}
        count={is.withinHours}
        shade=""
        code="WITHIN_HOURS"
        words="within their hours now"
        groups={held}
      />
      <Sums is={is} limit={campaign.brief.limitMicros} open={group} onOpen={setGroup} />
      {group === 'LONGER' && (
        <GroupPeople
          campaignId={campaign.id}
          group={{ code: 'LONGER', words: 'a longer text than the others' }}
        />
      )}
      {is.unreadable.length > 0 && (
        <p className="font-semibold text-warning">
          {is.unreadable.length === 1
            ? 'One typed line has'
            : `${is.unreadable.length} typed lines have`}{' '}
          no number: {is.unreadable.slice(0, 3).join(' · ')}
        </p>
      )}
      {is.leftBlank > 0 && (
        <>
          <p className="font-semibold text-warning">
            <CountButton
              count={is.leftBlank}
              words="people who would find a blank in their text"
              code="LEFT_BLANK"
              open={group}
              onOpen={setGroup}
            />{' '}
            {is.leftBlank === 1 ? 'person' : 'people'} would find a blank in their text.
          </p>
          {group === 'LEFT_BLANK' && (
            <GroupPeople
              campaignId={campaign.id}
              group={{ code: 'LEFT_BLANK', words: 'a blank in their text' }}
            />
          )}
        </>
      )}
      <Launch campaign={campaign} is={is} ready={settled && !preflight.isPlaceholderData} />
    </aside>
  );
}

function Stage({
  count,
  total,
  shade,
  code,
  words,
  groups,
  open,
  onOpen,
  campaignId,
}: {
  count: number;
  total: number;
  shade: string;
  code: string;
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
        <CountButton {...{ count, words, code, open, onOpen }} large /> {words}
      </p>
      {open === code && <GroupPeople campaignId={campaignId} group={{ code, words }} />}
      {groups.map((group) => (
        <div key={group.code} className="pl-3.5">
          <p className="text-muted">
            <CountButton
              count={group.people}
              words={group.words}
              code={group.code}
              open={open}
              onOpen={onOpen}
            />{' '}
            {group.words}
          </p>
          {open === group.code && <GroupPeople campaignId={campaignId} group={group} />}
        </div>
      ))}
    </div>
  );
}

/** A count that opens the people behind it. */
function CountButton({
  count,
  words,
  code,
  open,
  onOpen,
  large = false,
}: {
  count: number;
  words: string;
  code: string;
  open: string | undefined;
  onOpen: (code: string | undefined) => void;
  large?: boolean;
}) {
  return (
    <button
      className={`link-plain figure ${large ? 'text-[15px]' : ''}`}
      aria-expanded={open === code}
      aria-label={`${grouped(count)} ${words}: ${open === code ? 'hide' : 'show'} them`}
      disabled={count === 0}
      onClick={() => onOpen(open === code ? undefined : code)}
    >
      {grouped(count)}
    </button>
  );
}

function Sums({
  is,
  limit,
  open,
  onOpen,
}: {
  is: Preflight;
  limit: number | null;
  open: string | undefined;
  onOpen: (code: string | undefined) => void;
}) {
  const { currency, zone } = useHouse();
  const left = limit === null ? null : limit - is.costMicros;
  return (
    <div className="grid grid-cols-3 gap-3 border-y border-base-300 py-3">
      <p>
        <strong className="figure block text-lg">{grouped(is.segments)}</strong>
        <span className="text-muted">
          messages
          {is.longer > 0 && (
            <>
              , for{' '}
              <CountButton
                count={is.longer}
                words="people whose text is longer than the others’"
                code="LONGER"
                open={open}
                onOpen={onOpen}
              />{' '}
              more than for the others
            </>
          )}
        </span>
      </p>
      <p>
        <strong className="figure block text-lg">{money(is.costMicros, currency)}</strong>
        <span className="text-muted">
          cost{left !== null && left >= 0 && `, ${money(left, currency)} left`}
        </span>
        {left !== null && left < 0 && (
          <span className="block font-semibold text-warning">
            {money(-left, currency)} over the limit: it will pause there
          </span>
        )}
      </p>
      {is.finish && (
        <p data-testid="finish">
          <strong className="figure block text-lg">{time(is.finish, zone)}</strong>
          <span className="text-muted">done {day(is.finish, zone)}, house clock</span>
        </p>
      )}
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
  const noZone = is.groups.find((one) => one.code === 'ZONE_UNKNOWN')?.people ?? 0;
  const later = is.allowed - is.withinHours - noZone;
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
            {later > 0 && `, ${grouped(later)} wait until theirs open`}
            {noZone > 0 && `, ${grouped(noZone)} wait for their time zone to be known`}.{' '}
            {grouped(is.everyone - is.allowed)} will not be contacted.
          </p>
          {is.finish && (
            <p className="mt-2">
              The last one leaves about <strong>{dayAndTime(is.finish, zone)}</strong>.
            </p>
          )}
          {is.warnings.map((warning) => (
            <p key={warning} className="mt-2 font-semibold text-warning">
              {warning}
            </p>
          ))}
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
