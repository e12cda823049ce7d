/** Grades whose word says little to a stranger. */
const PLAIN: Record<string, string> = { surplus: "ample", near: "nearly clean" };

export const gradeWord = (grade: string) => PLAIN[grade] ?? grade;

/** A grade by word and pattern, as on the distance rail. */
export function Grade({ grade }: { grade: string }) {
  if (!grade) return null;
  return (
    <span className="grade" data-grade={grade} data-legend={`word:grade-${grade}`}>
      <span>{gradeWord(grade)}</span>
    </span>
  );
}
