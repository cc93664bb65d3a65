import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { Confirm } from '../../parts/Confirm';
import { ProblemNote } from '../../parts/ProblemNote';
import { grouped, people } from '../../parts/format';
import { useUndo } from '../../parts/undo';
import { useNewCampaign } from '../campaigns/NewCampaignButton';
import type { Selection } from './filters';

type Kind = Schemas['ActBody']['kind'];

const ACT_WORDS: Record<Kind, string> = {
  PUT_ON_LIST: 'Put on a list',
  TAKE_OFF_LIST: 'Take off this list',
  TAG: 'Tag',
  UNTAG: 'Take a tag off',
  DELETE_PEOPLE: 'Delete the people',
};

/** What can be done with people who were picked, or with all that match. */
export function SelectionBar({
  picked,
  all,
  matching,
  list,
  onClear,
}: {
  picked: ReadonlySet<number>;
  /** Everybody who is found now. */
  all: Selection;
  matching: number | undefined;
  list: number | undefined;
  onClear: () => void;
}) {
  const mayChange = useMay('CHANGE_PEOPLE');
  const mayCampaign = useMay('CHANGE_CAMPAIGNS');
  const make = useNewCampaign();
  const [everybody, setEverybody] = useState(false);
  const [kind, setKind] = useState<Kind>();
  if (picked.size === 0 && !everybody) {
    return null;
  }
  const many = everybody ? (matching ?? 0) : picked.size;
  const selection: Selection = everybody
    ? all
    : { ids: [...picked], list: null, filter: null, q: '' };
  return (
    <div
      className="mt-3 flex flex-wrap items-center gap-3 rounded-box bg-base-200 px-4 py-2"
      role="status"
    >
      <strong>{people(many)} picked</strong>
      {!everybody && matching !== undefined && matching > picked.size && (
        <button className="link-plain" onClick={() => setEverybody(true)}>
          all {grouped(matching)} that match
        </button>
      )}
      {mayCampaign && !everybody && (
        <button
          className="btn btn-sm btn-primary"
          disabled={make.isPending}
          onClick={() => make.mutate([...picked])}
        >
          New campaign to them
        </button>
      )}
      {mayChange && (
        <select
          className="select select-sm w-48"
          aria-label="Do with them"
          value=""
          onChange={(event) => setKind(event.target.value as Kind)}
        >
          <option value="">do with them…</option>
          {Object.entries(ACT_WORDS)
            .filter(([one]) => one !== 'TAKE_OFF_LIST' || list !== undefined)
            .map(([one, words]) => (
              <option key={one} value={one}>
                {words}
              </option>
            ))}
        </select>
      )}
      <button
        className="link-plain"
        onClick={() => {
          setEverybody(false);
          onClear();
        }}
      >
        pick nobody
      </button>
      <ProblemNote error={make.error} />
      {kind && (
        <AskFirst
          kind={kind}
          many={many}
          selection={selection}
          list={list}
          onLeave={() => setKind(undefined)}
          onDone={() => {
            setKind(undefined);
            setEverybody(false);
            onClear();
          }}
        />
      )}
    </div>
  );
}

function AskFirst({
  kind,
  many,
  selection,
  list,
  onLeave,
  onDone,
}: {
  kind: Kind;
  many: number;
  selection: Selection;
  list: number | undefined;
  onLeave: () => void;
  onDone: () => void;
}) {
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const [tag, setTag] = useState('');
  const [onto, setOnto] = useState<number>();
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  const about = kind === 'TAG' || kind === 'UNTAG';
  const act = useMutation({
    mutationFn: () =>
      api.post<Schemas['Act']>('/acts', {
        kind,
        selection,
        list: kind === 'PUT_ON_LIST' ? onto : kind === 'TAKE_OFF_LIST' ? list : null,
        tag: about ? tag : null,
        expected: many,
      }),
    onSuccess: (done) => {
      offerUndo(`${people(many)}: ${DONE[kind]}.`, () => api.post(`/acts/${done.id}/take-back`));
      void queries.invalidateQueries({ queryKey: ['people'] });
      void queries.invalidateQueries({ queryKey: ['lists'] });
      void queries.invalidateQueries({ queryKey: ['acts'] });
      onDone();
    },
  });
  const ready = about ? tag.trim() !== '' : kind !== 'PUT_ON_LIST' || onto !== undefined;
  return (
    <Confirm
      title={`${ACT_WORDS[kind]}: ${people(many)}`}
      action={ACT_WORDS[kind]}
      danger={kind === 'DELETE_PEOPLE'}
      busy={act.isPending || !ready}
      onConfirm={() => act.mutate()}
      onLeave={onLeave}
    >
      <div className="flex flex-col gap-2">
        {about && (
          <label className="flex flex-col gap-1">
            Tag
            <input
              className="input"
              value={tag}
              maxLength={60}
              onChange={(event) => setTag(event.target.value)}
            />
          </label>
        )}
        {kind === 'PUT_ON_LIST' && (
          <label className="flex flex-col gap-1">
            List
            <select
              className="select"
              value={onto ?? ''}
              onChange={(event) => setOnto(Number(event.target.value))}
            >
              <option value="">which list</option>
              {lists.data
                ?.filter((one) => one.filter === null)
                .map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
            </select>
          </label>
        )}
        {kind === 'DELETE_PEOPLE' && (
          <p>
            Their names, numbers, mails, fields and tags go, they come off every list, and whoever
            of them still waits in a campaign is cancelled there. What was sent stays counted.
          </p>
        )}
        <p className="text-muted">It can be taken back for seven days, under People.</p>
        <ProblemNote error={act.error} />
      </div>
    </Confirm>
  );
}

const DONE: Record<Kind, string> = {
  PUT_ON_LIST: 'put on the list',
  TAKE_OFF_LIST: 'taken off the list',
  TAG: 'tagged',
  UNTAG: 'no longer tagged',
  DELETE_PEOPLE: 'deleted',
};
