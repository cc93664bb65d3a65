import { useQuery } from '@tanstack/react-query';
import { useRef, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { PageHead } from '../../../parts/PageHead';
import { ProblemNote } from '../../../parts/ProblemNote';
import {
  ALL_CHANNELS,
  CHANNELS,
  hasRecordedVoice,
  kept,
  type Channel,
} from '../../../parts/channels';
import { spaced, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { channelPart } from '../channels';
import { AudienceRow } from './AudienceRow';
import { Reach } from './Reach';
import { RetryRow } from './RetryRow';
import { WhenRow } from './WhenRow';
import { useDraft, type Brief } from './useDraft';

/** Composing a campaign, on one page and in any order, with its verdicts beside it. */
export function BriefPage({ campaign }: { campaign: Schemas['Campaign'] }) {
  const { zone, currency } = useHouse();
  const draft = useDraft(campaign);
  const { brief, change, saved } = draft;
  const senders = useQuery({
    queryKey: ['senders'],
    queryFn: () => api.get<Schemas['Sender'][]>('/senders'),
  });
  // Who looks at another channel finds what they left when they come back.
  const left = useRef<Partial<Record<Channel, Partial<Brief>>>>({});
  const part = channelPart(brief.channel);
  const fitting = senders.data?.filter((one) => one.channels.includes(kept(brief.channel)));
  const turnTo = (channel: Channel) => {
    const sender = senders.data?.find((one) => one.channels.includes(kept(channel)));
    const { message, whenBlank, chat, call, perMinute, senderId, retries } = brief;
    left.current[brief.channel] = { message, whenBlank, chat, call, perMinute, senderId, retries };
    change({
      ...channelPart(channel).begin,
      senderId: sender?.id ?? null,
      ...left.current[channel],
      channel,
    });
  };
  return (
    <>
      <PageHead
        title={brief.name.trim() || 'New campaign'}
        beside={
          draft.settled
            ? `draft, saved ${time(saved.changedAt, zone)} · ${saved.createdBy}`
            : 'draft, saving…'
        }
      >
        <span className="text-muted">in any order, nothing is lost</span>
      </PageHead>
      <div className="mt-3">
        <ProblemNote error={draft.error} />
      </div>
      <div className="mt-2 grid gap-7 lg:grid-cols-[minmax(0,1fr)_372px]">
        <div className="sheet self-start px-5">
          <BriefRow word="Name" id="brief-name">
            <input
              id="brief-name"
              className="input input-ghost -ml-3 w-full text-lg font-bold"
              value={brief.name}
              maxLength={120}
              placeholder="What is it about?"
              onChange={(event) => change({ name: event.target.value })}
            />
          </BriefRow>
          <BriefRow word="By">
            <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Channel">
              {ALL_CHANNELS.map((channel) => {
                const { one, mark: Mark } = CHANNELS[channel];
                return (
                  <Choice
                    key={channel}
                    on={brief.channel === channel}
                    onChoose={() => brief.channel !== channel && turnTo(channel)}
                  >
                    <Mark size={15} aria-hidden /> {one}
                  </Choice>
                );
              })}
            </div>
          </BriefRow>
          <BriefRow word="Who">
            <AudienceRow campaign={saved} brief={brief} change={change} />
          </BriefRow>
          <BriefRow word="Why">
            <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Purpose">
              <Choice
                on={brief.purpose === 'SERVICE'}
                onChoose={() => change({ purpose: 'SERVICE' })}
              >
                Service message
              </Choice>
              <Choice
                on={brief.purpose === 'MARKETING'}
                onChoose={() => change({ purpose: 'MARKETING' })}
              >
                Marketing
              </Choice>
              <span className="text-muted">
                {brief.purpose === 'SERVICE'
                  ? hasRecordedVoice(brief.channel)
                    ? 'goes to all who have not said no; in the US, to those who agreed'
                    : 'goes to all who have not said no'
                  : 'goes only to those who agreed'}
              </span>
            </div>
          </BriefRow>
          <BriefRow word="From" id="brief-sender">
            <select
              id="brief-sender"
              className="select select-sm w-full"
              value={brief.senderId ?? ''}
              onChange={(event) =>
                change({ senderId: event.target.value ? Number(event.target.value) : null })
              }
            >
              <option value="">choose a sender</option>
              {fitting?.map((sender) => (
                <option key={sender.id} value={sender.id}>
                  {spaced(sender.address)} {sender.label} · {part.price(sender.tariff, currency)}
                  {sender.perMinute !== null && `, ${sender.perMinute} a minute`}
                </option>
              ))}
            </select>
            {fitting?.length === 0 && (
              <p className="mt-1 text-muted">
                No sender carries {CHANNELS[brief.channel].word} yet; add one in{' '}
                <Link className="link-plain" to="/setup">
                  Setup
                </Link>
                .
              </p>
            )}
          </BriefRow>
          <BriefRow word="Says" id="brief-message">
            <part.Says campaign={saved} brief={brief} change={change} />
          </BriefRow>
          <BriefRow word="When">
            <WhenRow brief={brief} change={change} />
          </BriefRow>
          <BriefRow word="How fast" id="brief-pace">
            <part.HowFast campaign={saved} brief={brief} change={change} />
          </BriefRow>
          <BriefRow word="Again">
            <RetryRow brief={brief} change={change} />
          </BriefRow>
          <BriefRow word="At most" id="brief-limit">
            <label className="flex items-center gap-2">
              <input
                id="brief-limit"
                type="number"
                min={0}
                step="0.01"
                className="input input-sm figure w-28"
                placeholder="no limit"
                value={brief.limitMicros === null ? '' : brief.limitMicros / 1_000_000}
                onChange={(event) =>
                  change({
                    limitMicros:
                      event.target.value === ''
                        ? null
                        : Math.round(Number(event.target.value) * 1_000_000),
                  })
                }
              />
              {currency}; at the limit it pauses, and whoever is left waits
            </label>
          </BriefRow>
        </div>
        <Reach campaign={saved} settled={draft.settled} />
      </div>
    </>
  );
}

function BriefRow({ word, id, children }: { word: string; id?: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[80px_minmax(0,1fr)] gap-x-3 border-b border-base-300 py-2.5 last:border-b-0">
      {id ? (
        <label htmlFor={id} className="pt-1 font-semibold text-muted">
          {word}
        </label>
      ) : (
        <span className="pt-1 font-semibold text-muted">{word}</span>
      )}
      <div className="min-w-0">{children}</div>
    </div>
  );
}

function Choice({
  on,
  onChoose,
  children,
}: {
  on: boolean;
  onChoose: () => void;
  children: ReactNode;
}) {
  return (
    <button
      className={`btn btn-sm ${on ? 'btn-neutral' : 'btn-outline border-base-300'}`}
      aria-pressed={on}
      onClick={onChoose}
    >
      {children}
    </button>
  );
}
