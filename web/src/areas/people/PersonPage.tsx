import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useClockOffset } from '../../api/live';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { Story } from '../../parts/Story';
import { useTick } from '../../parts/useTick';
import { NumberLine } from './NumberLine';
import { OneRecord } from './OneRecord';
import { PersonEdit } from './PersonEdit';
import { PersonHistory } from './PersonHistory';
import { PersonTags } from './PersonTags';
import { RecordSaid } from './RecordSaid';
import { SuppressButton } from './SuppressButton';

/** Everything about one person. */
export default function PersonPage() {
  const id = Number(useParams().id);
  const mayChange = useMay('CHANGE_PEOPLE');
  const [editing, setEditing] = useState(false);
  const tick = useTick(10_000);
  const offset = useClockOffset();
  const person = useQuery({
    queryKey: ['person', id],
    queryFn: () => api.get<Schemas['Person']>(`/people/${id}`),
  });
  const story = useQuery({
    queryKey: ['person', id, 'story'],
    queryFn: () => api.get<Schemas['StoryLine'][]>(`/people/${id}/story`),
  });
  if (!person.data) {
    return <ProblemNote error={person.error} />;
  }
  const who = person.data;
  const now = new Date(tick + offset).toISOString();
  return (
    <>
      <PageHead
        title={who.forgotten ? 'Forgotten' : who.deleted ? 'Deleted' : who.name || 'No name'}
        beside={[who.ownId, who.email].filter(Boolean).join(' · ')}
      >
        {mayChange && (
          <>
            <OneRecord person={who} />
            <SuppressButton person={who} />
            <button className="btn" onClick={() => setEditing(true)}>
              Change
            </button>
          </>
        )}
      </PageHead>
      {editing && <PersonEdit person={who} onDone={() => setEditing(false)} />}
      <div className="mt-5 grid gap-10 xl:grid-cols-2">
        <div className="flex flex-col gap-6">
          <section>
            <h2 className="section-title mb-1">Numbers</h2>
            {who.numbers.map((number) => (
              <NumberLine key={number.id} personId={id} number={number} now={now} />
            ))}
          </section>
          <section>
            <h2 className="section-title mb-1">Agreement</h2>
            {who.agreements.length === 0 && <p className="text-muted">Nothing has been said.</p>}
            {said(who.agreements).map((line) => (
              <p key={line.key} className="row-line py-1.5">
                <strong className={line.word === 'NO' ? 'text-error' : 'text-success'}>
                  {line.word === 'NO' ? 'no' : 'yes'}
                </strong>{' '}
                to {line.purposes} by {line.channels},{' '}
                <span className="text-muted">
                  {line.how}
                  {line.saidOn && `, ${line.saidOn}`}
                  {line.file && ` · ${line.file}, row ${line.row}`}
                </span>
              </p>
            ))}
            {mayChange && who.numbers.length > 0 && <RecordSaid id={id} />}
          </section>
          <section>
            <h2 className="section-title mb-1">Fields</h2>
            <dl>
              {Object.entries(who.fields).map(([field, value]) => (
                <div key={field} className="row-line flex gap-3 py-1.5">
                  <dt className="w-40 text-muted">{field.replaceAll('_', ' ')}</dt>
                  <dd className="min-w-0 break-words">{value}</dd>
                </div>
              ))}
              <div className="row-line flex gap-3 py-1.5">
                <dt className="w-40 text-muted">lists</dt>
                <dd className="flex flex-wrap gap-x-3">
                  {who.lists.map((list) => (
                    <Link key={list.id} className="link-plain" to={`/people/lists/${list.id}`}>
                      {list.name}
                    </Link>
                  ))}
                </dd>
              </div>
              <div className="row-line flex gap-3 py-1.5">
                <dt className="w-40 text-muted">tags</dt>
                <dd>
                  <PersonTags person={who} />
                </dd>
              </div>
            </dl>
          </section>
          {mayChange && <PersonHistory id={id} />}
        </div>
        <section>
          <h2 className="section-title mb-1">What happened</h2>
          {story.data && <Story lines={story.data} />}
        </section>
      </div>
    </>
  );
}

const BY: Record<string, string> = {
  SMS: 'text',
  WHATSAPP: 'WhatsApp',
  VOICE_BROADCAST: 'recorded call',
  AGENT_CALL: 'call by a person',
};

/** What was said, together where it was said at once about several channels and purposes. */
function said(lines: Schemas['AgreementLine'][]) {
  const groups = Map.groupBy(lines, (one) =>
    [one.e164, one.word, one.how, one.saidOn ?? ''].join('|'),
  );
  return [...groups.entries()].flatMap(([key, group]) => {
    const purposes = [...new Set(group.map((one) => one.purpose))];
    const whole = [...new Set(group.map((one) => one.channel))].filter((channel) =>
      purposes.every((purpose) =>
        group.some((one) => one.channel === channel && one.purpose === purpose),
      ),
    );
    const rest = group.filter((one) => !whole.includes(one.channel));
    const first = group[0];
    if (!first) {
      return [];
    }
    const line = (suffix: string, channels: string[], of: string[]) => ({
      ...first,
      key: key + suffix,
      channels: listed(channels.map((one) => BY[one] ?? one)),
      purposes: listed(
        of
          .map((one) => (one === 'SERVICE' ? 'service messages' : 'marketing'))
          .sort()
          .reverse(),
      ),
    });
    return [
      ...(whole.length > 0 ? [line('', whole, purposes)] : []),
      ...rest.map((one) => line(one.channel + one.purpose, [one.channel], [one.purpose])),
    ];
  });
}

/** "texts, WhatsApp and recorded calls". */
function listed(words: string[]): string {
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1] ?? ''}`;
}
