/** Asks for the next page of a list. */
export function MoreButton({
  query,
}: {
  query: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
}) {
  if (!query.hasNextPage) {
    return null;
  }
  return (
    <button
      className="btn btn-sm mt-3"
      disabled={query.isFetchingNextPage}
      onClick={() => void query.fetchNextPage()}
    >
      Show more
    </button>
  );
}
