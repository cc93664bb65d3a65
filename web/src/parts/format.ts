import { parsePhoneNumberFromString } from 'libphonenumber-js/min';
import type { Schemas } from '../api/client';

const count = new Intl.NumberFormat('en');

/** A count, grouped. */
export function grouped(value: number): string {
  return count.format(value);
}

/** A part of a whole, in per cent; nothing where there is no whole. */
export function share(part: number, whole: number): string {
  return whole === 0 ? '' : `${((100 * part) / whole).toFixed(1)} %`;
}

/** Money in millionths of a currency. */
export function money(micros: number, currency: string): string {
  const digits = micros !== 0 && Math.abs(micros) < 1_000_000 ? 3 : 2;
  return new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  }).format(micros / 1_000_000);
}

/** The price of one thing, as exact as it was stated. */
export function price(micros: number, currency: string): string {
  return new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
    minimumFractionDigits: 2,
    maximumFractionDigits: 6,
  }).format(micros / 1_000_000);
}

/** "1 person", "2 people". */
export function people(value: number): string {
  return `${grouped(value)} ${value === 1 ? 'person' : 'people'}`;
}

/** "1 message", "2 messages". */
export function messages(value: number): string {
  return `${grouped(value)} ${value === 1 ? 'message' : 'messages'}`;
}

/** "1 call", "2 calls". */
export function calls(value: number): string {
  return `${grouped(value)} ${value === 1 ? 'call' : 'calls'}`;
}

/** A time of day on a zone's clock. */
export function time(instant: string, zone: string, seconds = false): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    ...(seconds ? { second: '2-digit' } : {}),
  }).format(new Date(instant));
}

/** A day on a zone's calendar, such as "Tue 17 Nov". */
export function day(instant: string | Date, zone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  })
    .format(new Date(instant))
    .replace(',', '');
}

/** A day and a time on a zone's clock. */
export function dayAndTime(instant: string, zone: string): string {
  return `${day(instant, zone)} ${time(instant, zone)}`;
}

/** A span of milliseconds as 1:05 or 1:02:33. */
export function span(millis: number): string {
  const seconds = Math.round(millis / 1000);
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  return `${hours > 0 ? `${hours}:${two(minutes)}` : minutes}:${two(seconds % 60)}`;
}

/** A telephone number, grouped as in its country; one that is masked stays as it is. */
export function spaced(e164: string): string {
  return parsePhoneNumberFromString(e164)?.formatInternational() ?? e164;
}

type PersonState = Schemas['Place']['state'];

/** Where a person of a campaign is, in words. */
export const STATE_WORDS: Record<PersonState, string> = {
  WAITING: 'to come',
  HELD: 'held',
  REFUSED: 'refused',
  IN_FLIGHT: 'in flight',
  REACHED: 'delivered',
  NOT_REACHED: 'not reached',
  FAILED: 'failed',
  EXPIRED: 'expired',
  UNCONFIRMED: 'unconfirmed',
  CANCELLED: 'cancelled',
};

type CampaignState = Schemas['Campaign']['state'];

/** Where a campaign is in its life, in words. */
export const LIFE_WORDS: Record<CampaignState, string> = {
  DRAFT: 'draft',
  SCHEDULED: 'scheduled',
  RUNNING: 'running',
  PAUSED: 'paused',
  FINISHED: 'finished',
  STOPPED: 'stopped',
};
