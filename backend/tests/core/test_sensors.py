"""Sensors: how large they print, the columns that are asked for, and the table in and out."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.ground.csvtable import TableError
from zollstock.core.ground.rowkeys import keyed
from zollstock.core.ground.show import LengthStyle
from zollstock.core.questions.sensors import (
    MOST_SENSORS,
    SHIPPED,
    Sensor,
    SensorsError,
    SensorTable,
    is_example,
    listed,
    read_column,
    read_sensor_table,
    read_sensors,
    sensors_found,
    shown,
    write_sensors,
)

CM = LengthStyle("cm")
ONE = SensorTable(
    columns=["clean", "150 ppi"], sensors=[Sensor(name="Own", width_px=7952, height_px=5304)]
)
NAMES = st.text(min_size=1, max_size=80).filter(
    lambda name: name == name.strip() and name.isprintable() and name and name[0] not in "=+-@'"
)


def test_a_worked_example() -> None:
    """7952 px ÷ 145.5 ppi = 138 cm clean from 60 cm; 134 cm at 150 ppi, 242 and 269 stretched."""
    found = sensors_found(ONE, 600, 1.0, CM)
    assert found.headings == ["clean from 60 cm", "150 ppi"]
    clean, wanted = found.lines[0].sizes
    assert clean.plain == "138 × 92 cm"
    assert wanted.plain == "134 × 89 cm"
    assert (wanted.comfortable, wanted.most) == ("242 × 161 cm", "269 × 179 cm")
    assert found.limits == ("1.8 ×", "2 ×") and found.lines[0].count_text.startswith("42 MP, 3:2")


@pytest.mark.parametrize(
    "text", ["", "fine", "0", "0 ppi", "-150", "150 dpi", "coarse", "nan", "1e3", "99999"]
)
def test_a_column_that_is_neither_ppi_nor_grade_is_refused_in_words(text: str) -> None:
    with pytest.raises(ValueError, match="neither a ppi"):
        read_column(text)


@given(st.lists(st.tuples(NAMES, st.integers(1, 200_000), st.integers(1, 200_000)), min_size=1))
def test_a_table_that_goes_out_comes_back_the_same(rows: list[tuple[str, int, int]]) -> None:
    sensors = [Sensor(name=name, width_px=wide, height_px=high) for name, wide, high in rows[:9]]
    table = SensorTable(columns=["near", "300 ppi"], sensors=keyed(sensors, "c"))
    sensors = table.sensors
    assert read_sensors(write_sensors(table, sensors_found(table, 600, 0.85, CM))) == sensors


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing in this table"),
        ("name,width\nA,1", "name and width_px and height_px"),
        ("name,width_px,height_px", "no sensors below"),
        ("name,width\rheight\x82", "line 1: this is not a table"),
        ('name,width_px,height_px\nA,3,"2\rx', "no count|not a table"),
        ("name,width_px,height_px\nA,1200,many", "line 2: “many” is no count"),
        ("name,width_px,height_px\nA,0,5", "line 2: “0” is no count"),
        ("name,width_px,height_px\nA,9999999999999,5", "is no count"),
        ("name,width_px,height_px\n,1200,800", "line 2: a name"),
        ("name,width_px,height_px\n" + "A,3,2\n" * (MOST_SENSORS + 1), "more than 100"),
    ],
)
def test_a_table_that_is_none_is_refused_with_its_line(text: str, says: str) -> None:
    with pytest.raises(TableError, match=says):
        read_sensors(text)


def test_a_table_from_a_spreadsheet_with_semicolons_is_read() -> None:
    text = "\ufeffName;width_px;height_px;note\r\n'=Own;6000;4000;x\r\n;;;\r\n"
    assert read_sensors(text) == [Sensor(key="c1", name="=Own", width_px=6000, height_px=4000)]


def test_what_ships_is_of_three_to_two_and_grows() -> None:
    counts = [sensor.width_px * sensor.height_px for sensor in SHIPPED.sensors]
    assert counts == sorted(counts) and len(counts) == 7
    for sensor in SHIPPED.sensors:
        assert sensor.width_px / sensor.height_px == pytest.approx(1.5, abs=0.001)


def test_examples_are_left_out_of_the_table_without_being_deleted() -> None:
    own = Sensor(name="Mine", width_px=6000, height_px=4000)
    table = SHIPPED.model_copy(update={"sensors": [*SHIPPED.sensors, own], "examples": False})
    found = sensors_found(table, 600, 1.0, LengthStyle("cm"))
    assert [line.name for line in shown(table, found)] == ["Mine"]
    assert len(found.lines) == len(SHIPPED.sensors) + 1
    assert "Plover" not in write_sensors(table, found) and "Mine" in write_sensors(table, found)
    alone = SHIPPED.model_copy(update={"examples": False})
    assert listed(alone) == SHIPPED.sensors


def test_a_sensor_keeps_its_key_whatever_it_is_called() -> None:
    document = SHIPPED.model_dump(mode="json")
    assert read_sensor_table(document) == SHIPPED
    del document["sensors"][0]
    document["sensors"].append({"name": "Own", "width_px": 6000, "height_px": 4000})
    table = read_sensor_table(document)
    assert [one.key for one in table.sensors] == ["c2", "c3", "c4", "c5", "c6", "c7", "c1"]
    assert [is_example(one) for one in table.sensors] == [True] * 6 + [False]
    document["sensors"][1]["key"] = "c2"
    with pytest.raises(SensorsError) as refused:
        read_sensor_table(document)
    assert refused.value.problems == [("sensors[1].key", "this key is there already")]
    with pytest.raises(TableError, match="line 3: the key c9 is there already"):
        read_sensors("name,width_px,height_px,key\nA,1,1,c9\nB,1,1,c9\n")
