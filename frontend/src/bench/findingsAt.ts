import type { Finding, Step } from "../api/types";

/**
 * The findings that are told at a step. In Fit, where most prints go wrong, what is cut and what stops the
 * work is `urgent`, and told before anything else.
 */
export function findingsAt(findings: Finding[], step: Step): { urgent: Finding[]; others: Finding[] } {
  const here = findings.filter(
    (finding) =>
      finding.step === step ||
      (step === "handover" && finding.level === "stop") ||
      (step === "edge" && finding.step === "fit" && finding.level === "warn"),
  );
  const isUrgent = ({ id, level }: Finding) => step === "fit" && (id === "keep-zone-cut" || level === "stop");
  return { urgent: here.filter(isUrgent), others: here.filter((finding) => !isUrgent(finding)) };
}
