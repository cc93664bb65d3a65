/** Takes a list or a filter out as a file, in an open format. */
export function TakeOut({ list }: { list: number }) {
  return (
    <span className="flex items-center gap-2 text-muted">
      take out as
      {(['csv', 'xlsx', 'vcf'] as const).map((format) => (
        <a
          key={format}
          className="link-plain"
          href={`/api/v1/people/export.${format}?list=${list}`}
          download
        >
          {format === 'vcf' ? 'vCard' : format.toUpperCase()}
        </a>
      ))}
    </span>
  );
}
