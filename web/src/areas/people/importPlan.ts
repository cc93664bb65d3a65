import type { Schemas } from '../../api/client';

export type Plan = Schemas['PlanBody'];
export type Column = Schemas['ColumnBody'];
export type Role = Column['role'];
export type FieldType = Column['type'];
export type MergeRule = NonNullable<Column['merge']>;
export type RowKind = 'PROBLEM' | 'ODD' | 'MERGED' | 'CONFLICT';

export const ROLE_WORDS: Record<Role, string> = {
  PHONE: 'Phone',
  NAME: 'Full name',
  FIRST_NAME: 'First name',
  LAST_NAME: 'Last name',
  EMAIL: 'E-mail',
  OWN_ID: 'Your own id',
  COUNTRY: 'Country',
  TAGS: 'Tags',
  FIELD: 'A custom field',
  AGREED: 'Agreed, yes or no',
  AGREED_ON: 'Agreed on',
  AGREED_HOW: 'How it was agreed',
  DO_NOT_CONTACT: 'Must not be contacted',
  LEFT_OUT: 'Left out',
};

export const TYPE_WORDS: Record<FieldType, string> = {
  TEXT: 'text',
  NUMBER: 'number',
  DATE: 'date',
  YES_NO: 'yes or no',
  CHOICE: 'one of a few choices',
};

export const MERGE_WORDS: Record<MergeRule, string> = {
  KEEP: 'keep what is known',
  FILL_BLANKS: 'fill what is blank',
  REPLACE: 'replace what is known',
  COLLECT: 'add to what is known',
};

/** The rules that make sense for a role, what is usual first. */
export function mergeRules(role: Role): MergeRule[] {
  switch (role) {
    case 'PHONE':
    case 'TAGS':
      return ['COLLECT', 'FILL_BLANKS', 'REPLACE', 'KEEP'];
    case 'FIELD':
      return ['REPLACE', 'FILL_BLANKS', 'KEEP'];
    case 'NAME':
    case 'FIRST_NAME':
    case 'LAST_NAME':
    case 'EMAIL':
    case 'OWN_ID':
      return ['FILL_BLANKS', 'REPLACE', 'KEEP'];
    default:
      return [];
  }
}

/** Whether the cells of a column are read as days. */
export function holdsDays(column: Column): boolean {
  return column.role === 'AGREED_ON' || (column.role === 'FIELD' && column.type === 'DATE');
}

/** The plan with one column changed; agreement follows whether any column says it. */
export function withColumn(plan: Plan, index: number, change: Partial<Column>): Plan {
  const columns = plan.columns.map((one, at) => (at === index ? { ...one, ...change } : one));
  const says = columns.some((one) => one.role === 'AGREED');
  const { agreement } = plan;
  if (says === (agreement.source === 'column')) {
    return { ...plan, columns };
  }
  return {
    ...plan,
    columns,
    agreement: {
      ...agreement,
      source: says ? 'column' : 'none',
      how: says ? agreement.how || 'as the file says' : (agreement.how ?? ''),
    },
  };
}
