import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ChannelMark } from '../../parts/ChannelMark';
import { ProblemNote } from '../../parts/ProblemNote';
import { spaced } from '../../parts/format';

/** The stand-in's telephones: what each received, and a reply typed there. */
export function PhonesPart() {
  const queries = useQueryClient();
  const [phone, setPhone] = useState('');
  const [text, setText] = useState('');
  const texts = useQuery({
    queryKey: ['stand-in-texts', phone],
    queryFn: () =>
      api.get<Schemas['PhoneText'][]>(`/stand-in/texts?phone=${encodeURIComponent(phone)}`),
    refetchInterval: 2_000,
    retry: false,
  });
  const last = texts.data?.[0];
  const reply = useMutation({
    mutationFn: () =>
      api.post('/stand-in/texts', {
        channel: last?.channel ?? null,
        phone,
        to: last?.other ?? '',
        text,
      }),
    onSuccess: () => {
      setText('');
      return queries.invalidateQueries({ queryKey: ['stand-in-texts'] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    reply.mutate();
  };
  return (
    <section>
      <h2 className="section-title mb-2">Stand-in telephones</h2>
      <label className="mb-2 flex items-center gap-3">
        <span className="w-36 text-muted">One telephone</span>
        <input
          className="input input-sm figure w-64"
          placeholder="all of them"
          value={phone}
          onChange={(event) => setPhone(event.target.value)}
        />
      </label>
      <ProblemNote error={texts.error} />
      {texts.data?.length === 0 && <p className="text-muted">Nothing has arrived here yet.</p>}
      <ul
        className="sheet max-h-72 overflow-auto px-3 empty:hidden"
        tabIndex={0}
        aria-label="Texts on the telephones"
      >
        {texts.data?.map((one, index) => (
          <li key={index} className="row-line py-1.5 first:border-t-0">
            <button className="link-plain figure" onClick={() => setPhone(one.phone)}>
              {spaced(one.phone)}
            </button>{' '}
            <ChannelMark channel={one.channel} />{' '}
            <span className="text-muted">{one.received ? 'received' : 'answered'}</span>{' '}
            <span className="break-words">{one.text}</span>
          </li>
        ))}
      </ul>
      {phone !== '' && last && (
        <form onSubmit={submit} className="mt-2 flex gap-2">
          <input
            className="input input-sm w-64"
            aria-label={`Reply from ${phone}`}
            placeholder="type a reply, such as STOP"
            required
            maxLength={160}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <button className="btn btn-sm" disabled={reply.isPending}>
            Reply
          </button>
        </form>
      )}
      <ProblemNote error={reply.error} />
    </section>
  );
}
