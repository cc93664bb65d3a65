/** An instant as a zone's clock shows it, in the form of a datetime-local field. */
export function toLocal(instant: string, zone: string): string {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(new Date(instant));
  const of = (type: string) => parts.find((part) => part.type === type)?.value ?? '';
  return `${of('year')}-${of('month')}-${of('day')}T${of('hour')}:${of('minute')}`;
}

/** The instant at which a zone's clock shows a local time; within a gap, the moment after it. */
export function toInstant(local: string, zone: string): string {
  const wanted = Date.parse(`${local}:00Z`);
  let guess = wanted;
  for (let turn = 0; turn < 3; turn++) {
    const shown = Date.parse(`${toLocal(new Date(guess).toISOString(), zone)}:00Z`);
    guess += wanted - shown;
  }
  return new Date(guess).toISOString();
}
