import { Plus, X } from 'lucide-react';
import type { Agents } from './agents';

const MOST = 5;

/** What agents can say to what they are asked, each by one key. */
export function AnswersRow({
  agents,
  put,
}: {
  agents: Agents;
  put: (part: Partial<Agents>) => void;
}) {
  const { answers } = agents;
  const keep = (index: number, part: Partial<Agents['answers'][number]>) =>
    put({ answers: answers.map((one, at) => (at === index ? { ...one, ...part } : one)) });
  return (
    <div className="mt-3 grid gap-1.5" role="group" aria-label="If they ask">
      {answers.map((answer, index) => (
        <div key={index} className="flex items-center gap-2">
          <input
            className="input input-sm w-32"
            aria-label={`What is asked, ${index + 1}`}
            placeholder="if they ask"
            maxLength={40}
            value={answer.label}
            onChange={(event) => keep(index, { label: event.target.value })}
          />
          <input
            className="input input-sm flex-1"
            aria-label={`What is answered, ${index + 1}`}
            placeholder="say"
            maxLength={600}
            value={answer.words}
            onChange={(event) => keep(index, { words: event.target.value })}
          />
          <button
            className="btn btn-xs btn-ghost"
            aria-label={`No answer ${index + 1}`}
            onClick={() => put({ answers: answers.filter((_, at) => at !== index) })}
          >
            <X size={14} aria-hidden />
          </button>
        </div>
      ))}
      {answers.length < MOST && (
        <button
          className="link-plain justify-self-start"
          onClick={() =>
            put({
              answers: [
                ...answers,
                { label: `Question ${answers.length + 1}`, words: 'What to answer.' },
              ],
            })
          }
        >
          <Plus size={13} className="mr-1 inline" aria-hidden />
          an answer for what they may ask
        </button>
      )}
    </div>
  );
}
