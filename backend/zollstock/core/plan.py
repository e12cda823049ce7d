"""The plan document, `zollstock.plan/1`: what is wanted of one print.

The models are the contract (docs/plan-format.md): unknown fields are errors, lengths stay as
typed, and a plan that exists is a plan that can be reckoned.
"""

from __future__ import annotations

import difflib
from typing import Annotated, Any, Literal, get_args

from pydantic import BaseModel, ConfigDict, Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from .lengths import Length, LengthError, parse_length, pixel_side
from .oneline import one_line
from .rational import Fraction, exact

PLAN_FORMAT: Literal["zollstock.plan/1"] = "zollstock.plan/1"

Colour = Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$", examples=["#ffffff"])]
Share = Annotated[float, Field(ge=0, le=1)]
SchoolName = Literal["acuity", "table", "device", "trials"]
WrapFill = Literal["picture", "mirror", "soft-mirror", "stretch", "colour"]


def _length(text: str) -> Any:
    return Field(default_factory=lambda: parse_length(text))


class Part(BaseModel):
    """A part of the document: frozen, strict about types, closed to unknown fields."""

    model_config = ConfigDict(frozen=True, strict=True, extra="forbid", allow_inf_nan=False)


class Picture(Part):
    """The picture's pixels as stored in the file, before `orientation` is applied."""

    width_px: int = Field(ge=1, le=10_000_000)
    height_px: int = Field(ge=1, le=10_000_000)
    orientation: int = Field(default=1, ge=1, le=8, description="EXIF orientation, applied first.")
    channels: Literal[1, 3, 4] = Field(
        default=3,
        description="1 for a grey picture, which stays grey with the profile `picture`; 4 for CMYK.",
    )
    bits: Literal[8, 16] = Field(default=8, description="Bits a channel that the picture has.")


#: The most a picture may be straightened, degrees either way; beyond it, it is another picture.
MOST_DEGREES = 15

#: So many keep zones a picture may have.
MOST_ZONES = 50

#: The least share of detail that is taken for a surface's; below it somebody slipped on a key.
LEAST_FACTOR = 0.001

#: So many faults of a document are told, the rest are counted.
MOST_PROBLEMS = 25

#: The tag of a target in pixels that names none; it changes no pixel.
SCREEN_PPI = 96.0


class Target(Part):
    """Finished size: the trim, sheet or face, according to the edge.

    Or a target in whole pixels (`"1920 px"`): then `ppi` is the tag of the file and no more.
    """

    width: Length
    height: Length
    ppi: float | None = Field(
        default=None, ge=1, le=10_000,
        description="With a target in px: the tag of the file, 96 where none is given.",
    )  # fmt: skip

    @model_validator(mode="before")
    @classmethod
    def _in_pixels(cls, given: Any) -> Any:
        """Turn "1920 px" into the length it has at the tag's ppi, kept as typed."""
        if not isinstance(given, dict):
            return given
        sides = {name: given.get(name) for name in ("width", "height")}
        if not any(
            isinstance(side, str) and side.rstrip().endswith("px") for side in sides.values()
        ):
            return given
        ppi = given.get("ppi")
        tag = ppi if isinstance(ppi, int | float) and 1 <= ppi <= 10_000 else SCREEN_PPI
        read = dict(given)
        for name, side in sides.items():
            if isinstance(side, str):
                try:
                    read[name] = pixel_side(side, exact(float(tag))) or side
                except LengthError as error:
                    raise PydanticCustomError(
                        "length", "{reason}", {"reason": one_line(str(error))}
                    ) from None
        return read

    @property
    def in_pixels(self) -> bool:
        """Whether the wanted size is one in pixels."""
        return self.width.unit == "px"

    @property
    def tag_ppi(self) -> Fraction:
        """The ppi that a target in pixels is tagged with."""
        return exact(self.ppi or SCREEN_PPI)


class KeepZone(Part):
    """A part of the picture that must survive, in fractions of the turned picture."""

    name: str = Field(default="", max_length=80)
    x: Share
    y: Share
    w: Annotated[float, Field(gt=0, le=1)]
    h: Annotated[float, Field(gt=0, le=1)]


class Fit(Part):
    """How picture and image box come together."""

    mode: Literal["fill", "contain"] = "fill"
    anchor: Annotated[tuple[Share, Share], Field(strict=False)] = (0.5, 0.5)
    zoom: float = Field(default=1.0, ge=1, le=1000)
    turn: Literal[0, 90, 180, 270] = 0
    angle: float = Field(
        default=0.0, ge=-MOST_DEGREES, le=MOST_DEGREES,
        description="Straightening after the turn, degrees clockwise; the crop stays inside.",
    )  # fmt: skip
    keep: Annotated[tuple[KeepZone, ...], Field(strict=False, max_length=MOST_ZONES)] = ()
    auto: bool = False
    colour: Colour | None = Field(
        default=None,
        description="Padding of `contain`; without it the border's colour, else white.",
    )


class NoEdge(Part):
    kind: Literal["none"] = "none"


class Bleed(Part):
    kind: Literal["bleed"]
    bleed: Length
    safe: Length = _length("0 mm")


class Border(Part):
    kind: Literal["border"]
    left: Length = _length("0 mm")
    top: Length = _length("0 mm")
    right: Length = _length("0 mm")
    bottom: Length = _length("0 mm")
    colour: Colour = "#ffffff"


class Wrap(Part):
    kind: Literal["wrap"]
    depth: Length
    turn: Length
    fill: WrapFill = "picture"
    colour: Colour = "#ffffff"


class Mat(Part):
    kind: Literal["mat"]
    opening_width: Length
    opening_height: Length
    overlap: Length = _length("0 mm")
    colour: Colour = "#ffffff"


Edge = Annotated[NoEdge | Bleed | Border | Wrap | Mat, Field(discriminator="kind")]


class Marks(Part):
    """Marks outside the image; `margin` enlarges the document on every side, marks or none."""

    margin: Length = _length("0 mm")
    crop: bool = False
    fold: bool = False
    centre: bool = False


class Medium(Part):
    """The surface, and how much of the detail it can hold."""

    name: str = Field(default="", max_length=120)
    factor: float = Field(default=1.0, ge=LEAST_FACTOR, le=2)


class Viewing(Part):
    """From where the print is looked at, and whose need decides."""

    school: SchoolName = "acuity"
    distance: Length | None = None
    arcmin: float = Field(default=1.0, gt=0.05, le=10)
    diagonals: float = Field(default=1.5, gt=0, le=100)


class Pixels(Part):
    """What becomes of the pixels on the way to the file."""

    mode: Literal["keep", "need", "device", "fixed"] = "keep"
    ppi: float | None = Field(default=None, ge=1, le=10_000, description="With `fixed`.")
    native_ppi: int | None = Field(
        default=None, ge=72, le=2880, description="With `device`: the printer's own pixel grid."
    )


class Output(Part):
    """The delivered file."""

    format: Literal["tiff", "jpeg", "png"] = "tiff"
    profile: Literal["srgb", "picture"] = "srgb"
    bits: Literal[8, 16] = 8
    compression: Literal["lzw", "none"] = Field(default="lzw", description="Of a TIFF.")


class Plan(Part):
    """What is wanted of one print. Only `picture` and `target` are required."""

    format: Literal["zollstock.plan/1"] = PLAN_FORMAT
    title: str = Field(default="", max_length=200)
    picture: Picture
    target: Target
    fit: Fit = Fit()
    edge: Edge = NoEdge()
    marks: Marks = Field(default_factory=Marks)
    medium: Medium = Medium()
    viewing: Viewing = Viewing()
    pixels: Pixels = Pixels()
    output: Output = Output()

    @model_validator(mode="after")
    def _hangs_together(self) -> Plan:
        from .consistency import problems

        found = problems(self)
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self


class PlanError(ValueError):
    """A document is not a plan.

    `problems` is a list of (path, message); the path leads into the document, as in `edge.left`.
    """

    def __init__(self, problems: list[tuple[str, str]]) -> None:
        self.problems = problems
        super().__init__("; ".join(f"{path}: {message}" for path, message in problems))


def parse_plan(document: Any) -> Plan:
    """Validate a decoded JSON document. Raises `PlanError` with one problem for every fault."""
    if not isinstance(document, dict):
        raise PlanError([("plan", "a plan is a JSON object")])
    try:
        return Plan.model_validate(document)
    except ValidationError as error:
        raise PlanError(plan_problems(error)) from None


def plan_document(plan: Plan) -> dict[str, Any]:
    """The plan as JSON values, lengths as typed; `parse_plan` reads it back unchanged."""
    return plan.model_dump(mode="json")


def patched(document: dict[str, Any], fix: dict[str, Any]) -> dict[str, Any]:
    """A copy of the document with the dotted paths of `fix` set, as one click in the interface does.

    A whole part may be replaced (`"edge": {...}`). The source is not changed.
    """
    result = dict(document)
    for path, value in fix.items():
        holder = result
        *parents, last = path.split(".")
        for name in parents:
            holder[name] = dict(holder.get(name) or {})
            holder = holder[name]
        holder[last] = value
    return result


def plan_problems(error: ValidationError) -> list[tuple[str, str]]:
    """Every fault of a pydantic error as (path into the document, plain message)."""
    found: list[tuple[str, str]] = []
    # Wording each of 100 000 faults would take seconds, and nobody reads them.
    for item in error.errors(include_url=False, include_input=False)[:MOST_PROBLEMS]:
        if item["type"] == "plan":
            found.extend(item["ctx"]["problems"])
            continue
        found.append((one_line(_path(item["loc"])), one_line(_message(item))))
    more = error.error_count() - MOST_PROBLEMS
    if more > 0:
        found.append(("plan", f"and {more} more like these"))
    return found


_EDGE_KINDS = ("none", "bleed", "border", "wrap", "mat")
_KNOWN: dict[tuple[str, ...], type[Part]] = {
    (): Plan, ("picture",): Picture, ("target",): Target, ("fit",): Fit, ("fit", "keep"): KeepZone,
    ("marks",): Marks, ("medium",): Medium, ("viewing",): Viewing, ("pixels",): Pixels,
    ("output",): Output, ("edge", "none"): NoEdge, ("edge", "bleed"): Bleed,
    ("edge", "border"): Border, ("edge", "wrap"): Wrap, ("edge", "mat"): Mat,
}  # fmt: skip


def _path(location: tuple[int | str, ...]) -> str:
    names = list(location)
    if names[:1] == ["edge"] and len(names) > 1 and names[1] in _EDGE_KINDS:
        del names[1]
    path = ""
    for name in names:
        path += f"[{name}]" if isinstance(name, int) else f".{name}"
    return path.lstrip(".") or "plan"


def _message(item: Any) -> str:
    kind, context, location = item["type"], item.get("ctx", {}), item["loc"]
    if kind == "extra_forbidden":
        holder = _KNOWN.get(tuple(name for name in location[:-1] if isinstance(name, str)))
        known = list(holder.model_fields) if holder else []
        close = difflib.get_close_matches(str(location[-1]), known, 1)
        hint = f"; did you mean {close[0]}?" if close else ""
        return f"unknown field {location[-1]}{hint}"
    if kind == "missing":
        return f"{location[-1]} is missing; it is required"
    if kind == "literal_error":
        return f"must be {context['expected']}"
    if kind in ("union_tag_invalid", "union_tag_not_found"):
        return f"kind must be one of {', '.join(_EDGE_KINDS)}"
    if kind == "string_pattern_mismatch":
        return "a colour is written like #ffffff"
    message = str(item["msg"])
    return message[0].lower() + message[1:]


def lengths_of(plan: Plan) -> list[Length]:
    """Every length in the plan, the target's first."""
    found = [plan.target.width, plan.target.height]
    for part in (plan.edge, plan.marks, plan.viewing):
        found += [value for value in part.__dict__.values() if isinstance(value, Length)]
    return found


SCHOOLS: tuple[SchoolName, ...] = get_args(SchoolName)
