import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { dayAndTime, grouped } from '../../parts/format';
import { useHouse } from '../../parts/house';

/** Backups of the house, made at once while it is in use; restored by command. */
export function BackupsPart() {
  const { zone } = useHouse();
  const queries = useQueryClient();
  const backups = useQuery({
    queryKey: ['backups'],
    queryFn: () => api.get<Schemas['Backup'][]>('/backups'),
  });
  const make = useMutation({
    mutationFn: () => api.post<Schemas['Backup']>('/backups'),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['backups'] }),
  });
  return (
    <section>
      <h2 className="section-title mb-2">Backups</h2>
      <p className="mb-2 text-muted">
        Stop Gemba and run <span className="figure">./gemba restore FILE</span>; the house then
        starts with everything paused.
      </p>
      <ul className="mb-3">
        {backups.data?.map((one) => (
          <li key={one.path} className="row-line py-1.5">
            <span className="figure break-all">{one.path}</span>{' '}
            <span className="text-muted">
              {grouped(Math.ceil(one.bytes / 1024))} kB, {dayAndTime(one.at, zone)}
            </span>
          </li>
        ))}
      </ul>
      <ProblemNote error={backups.error ?? make.error} />
      <button className="btn btn-sm" disabled={make.isPending} onClick={() => make.mutate()}>
        Back up now
      </button>
    </section>
  );
}
