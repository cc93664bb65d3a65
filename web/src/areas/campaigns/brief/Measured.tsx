import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { api, type Schemas } from '../../../api/client';
import { messages } from '../../../parts/format';

/** The text as it stands, its fields unfilled; what each person gets is summed beside the brief. */
export function Measured({ text }: { text: string }) {
  const settled = useDeferredValue(text);
  const measure = useQuery({
    queryKey: ['measure', settled],
    queryFn: () => api.post<Schemas['Measure']>('/texts/measure', { text: settled }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 10_000,
  });
  if (!measure.data) {
    return null;
  }
  const { encoding, units, segments, unitsPerSegment } = measure.data;
  return (
    <span data-testid="measure">
      <strong className="figure">{units}</strong>{' '}
      {segments.length <= 1 && (
        <>
          of <span className="figure">{unitsPerSegment}</span>{' '}
        </>
      )}
      {encoding === 'GSM7' ? 'units' : 'long units'}, {messages(segments.length)}{' '}
      <span className={encoding === 'GSM7' ? 'text-muted' : 'font-semibold text-warning'}>
        {encoding === 'GSM7' ? 'GSM alphabet' : 'long encoding'}
      </span>
    </span>
  );
}
