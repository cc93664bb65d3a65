import type { ComponentType } from 'react';
import type { Schemas } from '../../../api/client';
import type { Channel } from '../../../parts/channels';
import type { Brief } from '../brief/useDraft';

/** What a row of the brief is given. */
export interface RowProps {
  campaign: Schemas['Campaign'];
  brief: Brief;
  change: (part: Partial<Brief>) => void;
}

/** What one channel brings to the brief and to the run, which all channels share. */
export interface ChannelPart {
  channel: Channel;
  /** The row in which it is composed. */
  Says: ComponentType<RowProps>;
  /** The rate at which it goes out. */
  HowFast: ComponentType<RowProps>;
  /** What is shown of one person in a run beside their story; nothing for some. */
  OfOnePerson: ComponentType<{ campaignId: number; position: number }>;
  /** What a brief needs beside what it has, when it comes to this channel. */
  begin: Partial<Brief>;
  /** "with a number that …" */
  number: string;
  /** The unit that is counted and paid. */
  unit: (count: number) => string;
  /** What the sender costs. */
  price: (tariff: Schemas['Tariff'], currency: string) => string;
  /** After which classes of outcome it can be tried again, in words. */
  again: { outcome: Schemas['Rule']['outcome']; words: string; after: number }[];
  /** What "reached" is called. */
  reached: string;
}
