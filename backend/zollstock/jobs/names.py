"""What the files of a job's prints are called, by a pattern that the job keeps."""

from __future__ import annotations

from zollstock.core.documents.naming import Names, check_pattern, named
from zollstock.core.documents.plan import lengths_of, parse_plan
from zollstock.core.ground.lengths import UNITS
from zollstock.core.ground.show import LengthStyle, style_for
from zollstock.core.handouts.sizednames import size_in_name
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.rules.viewing import grade_word
from zollstock.core.work.outcome import Work, work_out
from zollstock.studio.composition import studio_of

from .billing import number_of
from .models import Design, Job

#: What a pattern of a job may hold between braces.
FIELDS: dict[str, str] = {
    "number": "the number of the print, 12-3",
    "title": "its title",
    "picture": "the picture's file name without its ending",
    "job": "the title of the job",
    "client": "the client",
    "size": "size of the file, as it is in the usual names",
    "width": "finished width",
    "height": "finished height",
    "unit": "its unit",
    "medium": "the medium",
    "edge": "the kind of edge",
    "copies": "how many copies",
    "ppi": "ppi of the file",
    "grade": "the grade",
}
USUAL = "{title}_{size}_{ppi}ppi"
_LONGEST = 110


def check(pattern: str) -> None:
    """Raises `PatternError` in words."""
    check_pattern(pattern, FIELDS)


def name_by(pattern: str, held: Design) -> str:
    """The name of a print's file, without its ending, safe on every system."""
    plan = parse_plan(held.document)
    work = work_out(plan, studio_of(held.account))
    return named(pattern, _fields(held, work), FIELDS)[:_LONGEST]


def _fields(held: Design, work: Work) -> dict[str, str]:
    plan, job = work.plan, held.job
    style = style_for(lengths_of(plan))
    return {
        "number": number_of(job, held), "title": plan.title or "untitled", "picture": held.picture.name.rsplit(".", 1)[0],
        "job": job.title, "client": job.client, "size": size_in_name(plan, work), "medium": plan.medium.name,
        "edge": "" if plan.edge.kind == "none" else plan.edge.kind, "copies": f"{held.copies}x",
        "ppi": f"{float(work.output_ppi):.0f}", "grade": grade_word(work.grade or ""), "unit": style.unit,
        "width": _side(plan.target.width.mm, style), "height": _side(plan.target.height.mm, style),
    }  # fmt: skip


def _side(mm: object, style: LengthStyle) -> str:
    per_unit = style.pixel if style.unit == "px" else UNITS[style.unit]
    return f"{float(mm / per_unit):.6g}"  # type: ignore[operator]


def previewed(job: Job, pattern: str, most: int) -> list[str]:
    """The names that the first prints of a job would have, no two alike."""
    names = Names()
    found = []
    for held in job.prints.select_related("job", "account").prefetch_related("under_keys__picture")[
        :most
    ]:
        ending = FILE_FORMATS[parse_plan(held.document).output.format].ending
        found.append(names.free("", name_by(pattern, held), ending))
    return found
