import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useSession } from '../api/session';
import { useNewCampaign } from '../areas/campaigns/NewCampaignButton';
import { pageKeys, type PageKey } from './keys';
import { toggleTheme } from './theme';

interface Command {
  words: string;
  beside?: string;
  run: () => void;
}

const EVERYWHERE: PageKey[] = [
  { key: 'Ctrl K', words: 'find and do anything' },
  { key: '?', words: 'this list' },
  { key: 'Esc', words: 'leave a dialog' },
  { key: 'Ctrl ⏎', words: 'do what a dialog asks' },
  { key: '⏎', words: 'open the row' },
];

const KEY_WORDS: Record<string, string> = { arrowright: '→', arrowleft: '←' };

/** Everything that can be done, found by typing; with the keys, shown on demand. */
export function Palette() {
  const [open, setOpen] = useState<'commands' | 'keys'>();
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const target = event.target;
      const typing =
        target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setOpen('commands');
      } else if (event.key === '?' && !typing) {
        setOpen('keys');
      }
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  if (!open) {
    return null;
  }
  const close = () => setOpen(undefined);
  return (
    <Dialog label={open === 'keys' ? 'Keys' : 'Find and do anything'} onClose={close}>
      {open === 'keys' ? <Keys /> : <Commands onDone={close} />}
    </Dialog>
  );
}

function Dialog({
  label,
  onClose,
  children,
}: {
  label: string;
  onClose: () => void;
  children: React.ReactNode;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  return (
    <dialog ref={dialog} className="modal modal-top" aria-label={label} onClose={onClose}>
      <div className="modal-box mx-auto mt-20 w-full max-w-xl bg-sheet p-4">{children}</div>
      <form method="dialog" className="modal-backdrop">
        <button aria-label="Close">close</button>
      </form>
    </dialog>
  );
}

/** The keys that work on this page, as the page itself registered them, and those that always do. */
function Keys() {
  const here = useSyncExternalStore(pageKeys.watch, pageKeys.now);
  const all = [
    ...here.map((one) => ({ ...one, key: KEY_WORDS[one.key] ?? one.key.toUpperCase() })),
    ...EVERYWHERE,
  ];
  return (
    <dl>
      {all.map(({ key, words }) => (
        <div key={key + words} className="row-line flex gap-4 py-1.5 first:border-t-0">
          <dt className="figure w-24">{key}</dt>
          <dd>{words}</dd>
        </div>
      ))}
      <p className="row-line pt-2 text-muted">In a text field the single keys work with Alt.</p>
    </dl>
  );
}

function Commands({ onDone }: { onDone: () => void }) {
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const { commands: all, asking } = useCommands(typed);
  const [entered, setEntered] = useState(false);
  const fitting = all.filter((one) => one.words.toLowerCase().includes(typed.trim().toLowerCase()));
  const shown = fitting.slice(0, 9);
  const run = (command: Command | undefined) => {
    if (command) {
      onDone();
      command.run();
    }
  };
  // Who types fast has pressed Enter before what they mean is here: it is done when it comes.
  const first = shown[0];
  useEffect(() => {
    if (entered && first) {
      onDone();
      first.run();
    }
  }, [entered, first, onDone]);
  return (
    <>
      <input
        autoFocus
        className="input w-full"
        aria-label="What do you want to do?"
        placeholder="What do you want to do?"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setEntered(false);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') {
            setAt(Math.min(at + 1, shown.length - 1));
          } else if (event.key === 'ArrowUp') {
            setAt(Math.max(at - 1, 0));
          } else if (event.key === 'Enter') {
            event.preventDefault();
            setEntered(shown.length === 0);
            run(shown[at]);
          }
        }}
      />
      <ul className="mt-2">
        {shown.map((command, index) => (
          <li key={command.words + (command.beside ?? '')}>
            <button
              className={`flex w-full gap-3 rounded-field px-3 py-1.5 text-left ${index === at ? 'bg-base-200 font-semibold' : ''}`}
              onMouseEnter={() => setAt(index)}
              onClick={() => run(command)}
            >
              {command.words}
              <span className="ml-auto font-normal text-muted">{command.beside}</span>
            </button>
          </li>
        ))}
      </ul>
      {shown.length === 0 && (
        <p className="px-3 py-2 text-muted">{asking ? 'Looking…' : 'Nothing fits.'}</p>
      )}
    </>
  );
}

/** What the one who is signed in may do: places, acts, and campaigns and people by name. */
function useCommands(typed: string): { commands: Command[]; asking: boolean } {
  const navigate = useNavigate();
  const { data: session } = useSession();
  const make = useNewCampaign();
  const may = (permission: string) =>
    session?.permissions.some((one) => one === permission) ?? false;
  const campaigns = useQuery({
    queryKey: ['campaigns', 'first'],
    queryFn: () => api.get<Schemas['PageCampaign']>('/campaigns'),
    enabled: may('SEE_CAMPAIGNS'),
  });
  const people = useQuery({
    queryKey: ['people', 'palette', typed],
    queryFn: () => api.get<Schemas['PagePersonRow']>(`/people?q=${encodeURIComponent(typed)}`),
    enabled: typed.trim().length > 2 && may('SEE_PEOPLE'),
  });
  const go = (words: string, to: string): Command => ({ words, run: () => void navigate(to) });
  const commands = [
    ...(may('CHANGE_CAMPAIGNS') ? [{ words: 'New campaign', run: () => make.mutate([]) }] : []),
    ...(may('CHANGE_PEOPLE') ? [go('Import a file', '/people/import')] : []),
    go('Today', '/'),
    go('People', '/people'),
    go('Campaigns', '/campaigns'),
    go('Replies to read', '/replies'),
    ...(may('TAKE_CALLS') ? [go('My desk', '/calls/desk')] : []),
    ...(may('SEE_FLOOR') ? [go('The floor', '/calls/floor')] : []),
    go('Setup', '/setup'),
    { words: 'Light or dark', run: toggleTheme },
    ...(campaigns.data?.items ?? []).map((one) => ({
      ...go(one.brief.name || 'no name yet', `/campaigns/${one.id}`),
      beside: 'campaign',
    })),
    ...(people.data?.items ?? []).slice(0, 5).map((one) => ({
      words: one.name.toLowerCase().includes(typed.trim().toLowerCase())
        ? one.name
        : `${one.name} ${typed}`,
      beside: 'person',
      run: () => void navigate(`/people/${one.id}`),
    })),
  ];
  return { commands, asking: campaigns.isLoading || people.isFetching };
}
