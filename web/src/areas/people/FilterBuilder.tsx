import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { api, type Schemas } from '../../api/client';
import {
  ABOUT_WORDS,
  begun,
  CHANNEL_WORDS,
  COMPARISONS,
  OUTCOME_WORDS,
  type About,
  type Condition,
  type Filter,
  VERBS,
  WORDS_SAID,
} from './filters';

/** Who is meant: conditions that all hold, each in a line. */
export function FilterBuilder({
  filter,
  onChange,
}: {
  filter: Filter;
  onChange: (filter: Filter) => void;
}) {
  const put = (at: number, condition: Condition) =>
    onChange({ conditions: filter.conditions.map((one, i) => (i === at ? condition : one)) });
  return (
    <div className="flex flex-col gap-1.5">
      {filter.conditions.map((condition, at) => (
        <div key={at} className="flex flex-wrap items-center gap-2">
          <span className="w-24 text-muted">{at === 0 ? 'Everybody' : 'and'}</span>
          <select
            className="select select-sm w-40"
            aria-label={`Condition ${at + 1} holds`}
            value={condition.not ? 'not' : ''}
            onChange={(event) => put(at, { ...condition, not: event.target.value === 'not' })}
          >
            <option value="">{VERBS[condition.about][0]}</option>
            <option value="not">{VERBS[condition.about][1]}</option>
          </select>
          <Part condition={condition} onChange={(next) => put(at, next)} />
          <button
            className="btn btn-ghost btn-xs"
            aria-label={`Take condition ${at + 1} out`}
            onClick={() => onChange({ conditions: filter.conditions.filter((_, i) => i !== at) })}
          >
            <X size={14} aria-hidden />
          </button>
        </div>
      ))}
      <label className="flex items-center gap-2">
        <span className="w-24 text-muted">
          {filter.conditions.length === 0 ? 'Everybody' : 'and'}
        </span>
        <select
          className="select select-sm w-52"
          value=""
          aria-label="Add a condition about"
          onChange={(event) =>
            onChange({ conditions: [...filter.conditions, begun(event.target.value as About)] })
          }
        >
          <option value="">add a condition about…</option>
          {Object.entries(ABOUT_WORDS).map(([about, words]) => (
            <option key={about} value={about}>
              {words}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}

function Part({
  condition,
  onChange,
}: {
  condition: Condition;
  onChange: (condition: Condition) => void;
}) {
  switch (condition.about) {
    case 'LIST':
      return <ListPart condition={condition} onChange={onChange} />;
    case 'TAG':
      return <TagPart condition={condition} onChange={onChange} />;
    case 'FIELD':
      return <FieldPart condition={condition} onChange={onChange} />;
    case 'AGREED':
      return <AgreedPart condition={condition} onChange={onChange} />;
    case 'CONTACTED':
      return (
        <label className="flex items-center gap-2">
          in the last
          <input
            type="number"
            min={0}
            max={36500}
            className="input input-sm figure w-20"
            aria-label="Days"
            value={condition.days ?? 30}
            onChange={(event) => onChange({ ...condition, days: Number(event.target.value) })}
          />
          days <span className="text-muted">(0: ever)</span>
        </label>
      );
    case 'OUTCOME':
      return (
        <select
          className="select select-sm w-40"
          aria-label="Outcome"
          value={condition.outcomes?.[0] ?? ''}
          onChange={(event) =>
            onChange({
              ...condition,
              outcomes: [event.target.value as keyof typeof OUTCOME_WORDS],
            })
          }
        >
          <option value="">which outcome</option>
          {Object.entries(OUTCOME_WORDS).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      );
    default:
      return <span>suppressed</span>;
  }
}

type PartProps = { condition: Condition; onChange: (condition: Condition) => void };

function ListPart({ condition, onChange }: PartProps) {
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  const ordinary = lists.data?.filter((list) => list.filter === null) ?? [];
  return (
    <select
      className="select select-sm w-56"
      aria-label="List"
      value={condition.lists?.[0] ?? ''}
      onChange={(event) => onChange({ ...condition, lists: [Number(event.target.value)] })}
    >
      <option value="">which list</option>
      {ordinary.map((list) => (
        <option key={list.id} value={list.id}>
          {list.name}
        </option>
      ))}
    </select>
  );
}

function TagPart({ condition, onChange }: PartProps) {
  const tags = useQuery({
    queryKey: ['tags'],
    queryFn: () => api.get<Schemas['Tag'][]>('/tags'),
  });
  return (
    <span className="flex items-center gap-2">
      the tag
      <input
        className="input input-sm w-44"
        aria-label="Tag"
        list="known-tags"
        value={condition.tags?.[0] ?? ''}
        onChange={(event) =>
          onChange({ ...condition, tags: event.target.value ? [event.target.value] : [] })
        }
      />
      <datalist id="known-tags">
        {tags.data?.map((tag) => (
          <option key={tag.id} value={tag.name} />
        ))}
      </datalist>
    </span>
  );
}

function FieldPart({ condition, onChange }: PartProps) {
  const fields = useQuery({
    queryKey: ['fields'],
    queryFn: () => api.get<Schemas['Field'][]>('/fields'),
  });
  const field = fields.data?.find((one) => one.key === condition.key);
  const choices = field?.choices ?? [];
  return (
    <>
      <select
        className="select select-sm w-44"
        aria-label="Field"
        value={condition.key ?? ''}
        onChange={(event) => onChange({ ...condition, key: event.target.value })}
      >
        <option value="">which field</option>
        {fields.data?.map((one) => (
          <option key={one.key} value={one.key}>
            {one.name}
          </option>
        ))}
      </select>
      <select
        className="select select-sm w-44"
        aria-label="Comparison"
        value={condition.comparison ?? 'IS'}
        onChange={(event) =>
          onChange({ ...condition, comparison: event.target.value as keyof typeof COMPARISONS })
        }
      >
        {Object.entries(COMPARISONS).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {condition.comparison !== 'BLANK' && (
        <input
          className="input input-sm w-44"
          aria-label="Value"
          type={field?.type === 'DATE' ? 'date' : 'text'}
          list={choices.length > 0 ? `choices-of-${field?.key}` : undefined}
          value={condition.value ?? ''}
          onChange={(event) => onChange({ ...condition, value: event.target.value })}
        />
      )}
      <datalist id={`choices-of-${field?.key}`}>
        {choices.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
    </>
  );
}

function AgreedPart({ condition, onChange }: PartProps) {
  return (
    <>
      <select
        className="select select-sm w-32"
        aria-label="Word"
        value={condition.word ?? 'YES'}
        onChange={(event) =>
          onChange({ ...condition, word: event.target.value as 'YES' | 'NO' | 'UNSAID' })
        }
      >
        {Object.entries(WORDS_SAID).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      <select
        className="select select-sm w-40"
        aria-label="Channel"
        value={condition.channel ?? 'SMS'}
        onChange={(event) =>
          onChange({ ...condition, channel: event.target.value as keyof typeof CHANNEL_WORDS })
        }
      >
        {Object.entries(CHANNEL_WORDS).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      <select
        className="select select-sm w-44"
        aria-label="Purpose"
        value={condition.purpose ?? 'MARKETING'}
        onChange={(event) =>
          onChange({ ...condition, purpose: event.target.value as 'SERVICE' | 'MARKETING' })
        }
      >
        <option value="MARKETING">for marketing</option>
        <option value="SERVICE">for service messages</option>
      </select>
    </>
  );
}
