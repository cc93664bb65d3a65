import type { Schemas } from '../../api/client';

export type Condition = Schemas['ConditionBody'];
export type About = Condition['about'];
export type Filter = Schemas['FilterBody'];
export type Selection = Schemas['SelectionBody'];

export const ABOUT_WORDS: Record<About, string> = {
  LIST: 'list',
  TAG: 'tag',
  FIELD: 'field',
  AGREED: 'agreement',
  CONTACTED: 'last contact',
  OUTCOME: 'last outcome',
  SUPPRESSED: 'suppression',
};

export const OUTCOME_WORDS = {
  REACHED: 'reached',
  NOT_REACHED: 'not reached',
  FAILED: 'failed',
  EXPIRED: 'expired',
  IN_FLIGHT: 'under way',
  UNCONFIRMED: 'unconfirmed',
} as const;

export const CHANNEL_WORDS = {
  SMS: 'texts',
  WHATSAPP: 'WhatsApp',
  VOICE_BROADCAST: 'recorded calls',
  AGENT_CALL: 'calls by a person',
} as const;

/** A condition as it is first put into a filter. */
export function begun(about: About): Condition {
  return {
    about,
    not: false,
    lists: [],
    tags: [],
    key: about === 'FIELD' ? '' : null,
    comparison: about === 'FIELD' ? 'IS' : null,
    value: about === 'FIELD' ? '' : null,
    channel: about === 'AGREED' ? 'SMS' : null,
    purpose: about === 'AGREED' ? 'MARKETING' : null,
    word: about === 'AGREED' ? 'YES' : null,
    days: about === 'CONTACTED' ? 30 : null,
    outcomes: [],
  };
}

/** Whether enough has been said for a condition to be asked. */
export function isWhole(condition: Condition): boolean {
  switch (condition.about) {
    case 'LIST':
      return (condition.lists?.length ?? 0) > 0;
    case 'TAG':
      return (condition.tags?.length ?? 0) > 0;
    case 'FIELD':
      return Boolean(condition.key) && (condition.comparison === 'BLANK' || condition.value !== '');
    case 'OUTCOME':
      return (condition.outcomes?.length ?? 0) > 0;
    default:
      return true;
  }
}

/** The conditions of a filter that can be asked. */
export function whole(filter: Filter): Filter {
  return { conditions: filter.conditions.filter(isWhole) };
}
