import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useClockOffset } from '../../api/live';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { Story } from '../../parts/Story';
import { useTick } from '../../parts/useTick';
import { NumberLine } from './NumberLine';
import { PersonEdit } from './PersonEdit';
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
        title={who.name || 'No name'}
        beside={[who.ownId, who.email].filter(Boolean).join(' · ')}
      >
        {mayChange && (
          <>
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
            {who.agreements.map((line, index) => (
              <p key={index} className="row-line py-1.5">
                <strong className={line.word === 'NO' ? 'text-error' : 'text-success'}>
                  {line.word === 'NO' ? 'no' : 'yes'}
                </strong>{' '}
                to {line.purpose === 'SERVICE' ? 'service messages' : 'marketing'} by text,{' '}
                <span className="text-muted">
                  {line.how}
                  {line.saidOn && `, ${line.saidOn}`}
                </span>
              </p>
            ))}
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
                <dd>{who.lists.join(', ')}</dd>
              </div>
            </dl>
          </section>
        </div>
        <section>
          <h2 className="section-title mb-1">What happened</h2>
          {story.data && <Story lines={story.data} />}
        </section>
      </div>
    </>
  );
}
