"""How large cameras' pictures can be printed: a table that a studio edits, before buying or shooting."""

from __future__ import annotations

import re
from collections.abc import Iterator
from math import sqrt
from typing import Annotated, Any, Self

from pydantic import ConfigDict, Field, ValidationError, field_validator, model_validator
from pydantic_core import PydanticCustomError

from ..answer.reckoning import Record
from ..criteria import acuity_need
from ..documents.faults import DocumentError, problem_list
from ..ground import show
from ..ground.csvtable import TableError, records, write_table
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..ground.ratios import ratio_text
from ..ground.refusal import ChangedElsewhere
from ..ground.rowkeys import Key, keyed, twice
from ..ground.show import LengthStyle
from ..parts.part import Part
from ..rules.viewing import GRADES, grade_word
from ..telling.findings import COMFORTABLE, MOST

#: A studio knows some dozens of cameras, and compares a few needs.
MOST_SENSORS, MOST_COLUMNS, MOST_SIDE = 100, 6, 200_000
CSV_COLUMNS = ("name", "width_px", "height_px")
_PPI = re.compile(r"\s*(\d{1,4}(?:[.,]\d+)?)\s*(?:ppi)?\s*", re.I)
_INCH = float(MM_PER_INCH)
_GRADES = {name: float(least) for name, least in GRADES if least}


class Sensor(Part):
    """A camera's sensor: a name of one's own, and its px."""

    model_config = ConfigDict(str_strip_whitespace=True)

    key: Key = ""
    name: Annotated[str, Field(min_length=1, max_length=80)]
    width_px: Annotated[int, Field(ge=1, le=MOST_SIDE)]
    height_px: Annotated[int, Field(ge=1, le=MOST_SIDE)]


class SensorTable(Part):
    """Sensors, and what is wanted of them: a ppi (`150 ppi`) or a grade (`clean`) a column."""

    columns: Annotated[list[str], Field(min_length=1, max_length=MOST_COLUMNS)]
    sensors: Annotated[list[Sensor], Field(max_length=MOST_SENSORS)]
    #: Whether those that ship are compared along with one's own.
    examples: bool = True

    @model_validator(mode="after")
    def _keys_once(self) -> Self:
        found = list(twice(self.sensors, "sensors"))
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    @field_validator("columns")
    @classmethod
    def _understood(cls, columns: list[str]) -> list[str]:
        try:
            return [read_column(text) for text in columns]
        except ValueError as error:  # pydantic would put words of its own before ours
            raise PydanticCustomError("column", "{text}", {"text": str(error)}) from None


class SensorSize(Record):
    """What a column allows: pixel for pixel, stretched as far as is comfortable, and as far as one should look."""

    plain: str
    comfortable: str
    most: str


class SensorLine(Record):
    name: str
    width_px: int
    height_px: int
    count_text: str
    sizes: list[SensorSize]
    #: One of those that ship: left out where the table does not show them.
    example: bool


class SensorsFound(Record):
    """The table worked out; `headings` name its columns with what they hang on."""

    headings: list[str]
    lines: list[SensorLine]
    limits: tuple[str, str]


def read_column(text: str) -> str:
    """What is wanted, as it is kept. Raises `ValueError` for what is neither a ppi nor a grade.

    >>> read_column("150"), read_column("Nearly clean"), read_column("72,5 ppi")
    ('150 ppi', 'near', '72.5 ppi')
    """
    word = " ".join(text.lower().split())
    for name in _GRADES:
        if word in (name, grade_word(name)):
            return name
    match = _PPI.fullmatch(text)
    ppi = float(match[1].replace(",", ".")) if match else 0.0
    if not ppi:
        raise ValueError(
            f"“{text.strip()[:40]}” is neither a ppi, like 150 ppi, nor a grade: {', '.join(map(grade_word, _GRADES))}"
        )
    return f"{ppi:g} ppi"


#: Usual counts of a frame of 3 : 2; the names are made up.
_EXAMPLES = [
    Sensor(
        name=f"{name}, {count} MP",
        width_px=round(sqrt(count * 1e6 * 1.5)),
        height_px=round(sqrt(count * 1e6 / 1.5)),
    )
    for name, count in (
        ("Plover", 12), ("Sandpiper", 16), ("Turnstone", 24), ("Curlew", 36), ("Gannet", 42), ("Heron", 50),
        ("Albatross", 61),
    )
]  # fmt: skip
SHIPPED = SensorTable(columns=["clean", "300 ppi", "150 ppi"], sensors=keyed(_EXAMPLES, "c"))


class SensorsError(DocumentError):
    """A document is no table of sensors."""


def read_sensor_table(document: Any) -> SensorTable:
    """Validate decoded JSON; sensors without a key get one that is free. Raises `SensorsError`."""
    try:
        table = SensorTable.model_validate(document)
    except ValidationError as error:
        raise SensorsError(problem_list(error, SensorTable, "table")) from None
    return table.model_copy(update={"sensors": keyed(table.sensors, "c")})


def is_example(sensor: Sensor) -> bool:
    """Whether it is one of those that ship, untouched; under whatever key.

    >>> is_example(SHIPPED.sensors[0])
    True
    """
    return sensor.model_copy(update={"key": ""}) in _EXAMPLES


def listed(table: SensorTable) -> list[Sensor]:
    """Those that are compared: without the examples where these are not shown, as long as there are others.

    >>> own = Sensor(name="Mine", width_px=6000, height_px=4000)
    >>> [one.name for one in listed(SensorTable(columns=["clean"], sensors=[*SHIPPED.sensors, own], examples=False))]
    ['Mine']
    """
    own = [sensor for sensor in table.sensors if not is_example(sensor)]
    return own if own and not table.examples else list(table.sensors)


def shown(table: SensorTable, found: SensorsFound) -> list[SensorLine]:
    """The lines of those that are compared."""
    kept = listed(table)
    return [line for sensor, line in zip(table.sensors, found.lines, strict=True) if sensor in kept]


def column_ppi(column: str, distance: float, factor: float, arcmin: float = 1.0) -> float:
    """The ppi that a column wants: as typed, or a grade's, by acuity from `distance` mm on a medium of `factor`.

    >>> column_ppi("150 ppi", 600, 1.0), round(column_ppi("clean", 600, 1.0), 1), round(column_ppi("near", 600, 1.0), 1)
    (150.0, 145.5, 116.4)
    """
    least = _GRADES.get(column)
    if least is None:
        return float(column.removesuffix(" ppi"))
    return least * acuity_need(distance, arcmin) * factor


def sensors_found(
    table: SensorTable, distance: float, factor: float, style: LengthStyle
) -> SensorsFound:
    """How large each sensor's picture is in each column. Size = px ÷ ppi, times 1.8 and 2 where it is enlarged.

    >>> made = sensors_found(SHIPPED, 1000.0, 1.0, LengthStyle("cm"))
    >>> made.headings
    ['clean from 1 m', '300 ppi', '150 ppi']
    """
    wanted = [column_ppi(column, distance, factor) for column in table.columns]
    return SensorsFound(
        headings=[
            f"{grade_word(column)} from {style.far(distance)}" if column in _GRADES else column
            for column in table.columns
        ],
        lines=[
            SensorLine(
                name=sensor.name,
                width_px=sensor.width_px,
                height_px=sensor.height_px,
                count_text=_count(sensor),
                sizes=[_size(sensor, ppi, style) for ppi in wanted],
                example=is_example(sensor),
            )
            for sensor in table.sensors
        ],
        limits=(show.times(COMFORTABLE), show.times(MOST)),
    )


def _count(sensor: Sensor) -> str:
    millions = sensor.width_px * sensor.height_px / 1e6
    ratio = ratio_text(Fraction(sensor.width_px, sensor.height_px))
    return f"{show.decimal(millions, 0 if millions >= 10 else 1)} MP, {ratio}"


def _size(sensor: Sensor, ppi: float, style: LengthStyle) -> SensorSize:
    def times(factor: float) -> str:
        inches = (sensor.width_px * factor / ppi, sensor.height_px * factor / ppi)
        return style.size(*(style.spoken(side * _INCH) for side in inches))

    return SensorSize(
        plain=times(1), comfortable=times(float(COMFORTABLE)), most=times(float(MOST))
    )


def write_sensors(table: SensorTable, found: SensorsFound) -> str:
    """The table as CSV; `read_sensors` reads its first three columns and the last back."""
    columns = [
        name
        for heading in found.headings
        for name in (heading, *(f"{heading}, {limit}" for limit in found.limits))
    ]
    return write_table((*CSV_COLUMNS, *columns, "key"), _rows(table, found))


def _rows(table: SensorTable, found: SensorsFound) -> Iterator[list[str | int]]:
    kept = listed(table)
    for sensor, line in zip(table.sensors, found.lines, strict=True):
        if sensor not in kept:
            continue
        sizes = [text for size in line.sizes for text in (size.plain, size.comfortable, size.most)]
        yield [line.name, line.width_px, line.height_px, *sizes, sensor.key]


def read_sensors(text: str) -> list[Sensor]:
    """Sensors from CSV with the columns name, width_px and height_px; others are passed over. Raises `TableError`.

    >>> [one.name for one in read_sensors("name,width_px,height_px\\nHarbour 24,6000,4000\\n")]
    ['Harbour 24']
    """
    found: list[Sensor] = []
    for cell, line in records(text, "sensors", (*CSV_COLUMNS, "key"), (CSV_COLUMNS,)):
        if len(found) >= MOST_SENSORS:
            raise TableError(f"line {line}: more than {MOST_SENSORS} sensors")
        name, width, height = (cell(column) for column in CSV_COLUMNS)
        if not name or len(name) > 80:
            raise TableError(f"line {line}: a name of 1 to 80 letters is needed")
        for side in (width, height):
            if not side.isascii() or not side.isdecimal() or not 1 <= int(side[:9]) <= MOST_SIDE:
                raise TableError(f"line {line}: “{side[:40]}” is no count of px, 1 to {MOST_SIDE}")
        key = cell("key")[:40]
        if key and any(one.key == key for one in found):
            raise TableError(f"line {line}: the key {key} is there already")
        found.append(Sensor(key=key, name=name, width_px=int(width), height_px=int(height)))
    return keyed(found, "c")


class SensorsChanged(ChangedElsewhere):
    """The table was changed in another window meanwhile."""

    def __init__(self) -> None:
        super().__init__(
            "The table was changed in another window. Nothing of it was lost; your change was not saved."
        )
