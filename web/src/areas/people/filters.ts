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

export const WORDS_SAID = { YES: 'yes to', NO: 'no to', UNSAID: 'nothing on' } as const;

export const CHANNEL_WORDS = {
  SMS: 'texts',
  WHATSAPP: 'WhatsApp',
  VOICE_BROADCAST: 'recorded calls',
  AGENT_CALL: 'calls by a person',
} as const;

/** How a condition is said, and how its opposite. */
export const VERBS: Record<About, [string, string]> = {
  LIST: ['is on', 'is not on'],
  TAG: ['has', 'has not'],
  FIELD: ['whose', 'not whose'],
  AGREED: ['said', 'did not say'],
  CONTACTED: ['was contacted', 'was not contacted'],
  OUTCOME: ['last was', 'last was not'],
  SUPPRESSED: ['is', 'is not'],
};

export const COMPARISONS = {
  IS: 'is',
  CONTAINS: 'contains',
  LESS: 'is less or earlier than',
  MORE: 'is more or later than',
  BLANK: 'is blank',
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

/** A condition as it is said in a sentence that begins with "Everybody". */
export function said(condition: Condition, lists: Schemas['ListView'][]): string {
  const verb = `who ${VERBS[condition.about][condition.not ? 1 : 0]}`;
  switch (condition.about) {
    case 'LIST':
      return `${verb} ${either(lists.filter((list) => condition.lists?.includes(list.id)).map((list) => list.name))}`;
    case 'TAG':
      return `${verb} the tag ${either(condition.tags ?? [])}`;
    case 'FIELD':
      return ['whose', fieldName(condition), compared(condition), condition.value ?? '']
        .join(' ')
        .trim();
    case 'AGREED': {
      const channel = CHANNEL_WORDS[condition.channel as keyof typeof CHANNEL_WORDS];
      const purpose = condition.purpose === 'SERVICE' ? 'service messages' : 'marketing';
      return `${verb} ${WORDS_SAID[condition.word ?? 'YES']} ${channel} for ${purpose}`;
    }
    case 'CONTACTED':
      return condition.days === 0 ? `${verb} ever` : `${verb} in the last ${condition.days} days`;
    case 'OUTCOME':
      return `${verb} ${either((condition.outcomes ?? []).map((one) => OUTCOME_WORDS[one as keyof typeof OUTCOME_WORDS]))}`;
    default:
      return `${verb} suppressed`;
  }
}

function either(names: string[]): string {
  return names.join(' or ');
}

function fieldName(condition: Condition): string {
  return (condition.key ?? '').replaceAll('_', ' ');
}

function compared(condition: Condition): string {
  const words = COMPARISONS[condition.comparison ?? 'IS'];
  return condition.not
    ? words.replace(/^is/, 'is not').replace(/^contains/, 'does not contain')
    : words;
}
