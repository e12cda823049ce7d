/** A grade by word and pattern, as on the distance rail. */
export function Grade({ grade }: { grade: string }) {
  if (!grade) return null;
  return (
    <span className="grade" data-grade={grade}>
      <span>{grade}</span>
    </span>
  );
}
