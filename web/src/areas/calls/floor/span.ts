/** A span of milliseconds as 1:05 or 1:02:33. */
export function span(millis: number): string {
  const seconds = Math.round(millis / 1000);
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  return `${hours > 0 ? `${hours}:${two(minutes)}` : minutes}:${two(seconds % 60)}`;
}
