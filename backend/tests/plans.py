"""Plans to test with: the worked example of the domain, and any plan at all."""

from __future__ import annotations

from typing import Any

from hypothesis import strategies as st

from zollstock.core.documents.plan import Plan, parse_plan

LAMP = {"name": "lamp", "x": 0.10, "y": 0.20, "w": 0.15, "h": 0.30}


def document(**changes: Any) -> dict[str, Any]:
    """A 5000 × 3333 px picture on a sheet of 24 × 16 in; whole parts replaced by `changes`."""
    return {
        "format": "zollstock.plan/1",
        "title": "Fog over the salt pans, hall",
        "picture": {"width_px": 5000, "height_px": 3333, "orientation": 1},
        "target": {"width": "24 in", "height": "16 in"},
    } | changes


def plan(**changes: Any) -> Plan:
    return parse_plan(document(**changes))


def border(*sides: str) -> dict[str, str]:
    """A border: one width for all, or left, top, right, bottom."""
    widths = sides if len(sides) == 4 else sides * 4
    return {"kind": "border"} | dict(zip(("left", "top", "right", "bottom"), widths, strict=True))


def wrap(fill: str, depth: str = "3.8 cm", turn: str = "1.2 cm") -> dict[str, str]:
    return {"kind": "wrap", "depth": depth, "turn": turn, "fill": fill, "colour": "#204060"}


_mm = st.integers(60, 2000).map(lambda mm: f"{mm} mm")
_small = st.integers(0, 25).map(lambda mm: f"{mm} mm")
_share = st.integers(0, 1000).map(lambda n: n / 1000)
_or_none = st.one_of(st.none(), _small)
_captions = st.fixed_dictionaries(
    {"text": st.sampled_from(["", "Fog over the salt pans", "Åsa’s gear, Ý and jg", "Салт"])},
    optional={
        "height": st.integers(1, 90).map(lambda n: f"{n / 10} mm"),
        "offset": _small,
        "side": st.sampled_from(["bottom", "top"]),
        "align": st.sampled_from(["left", "centre", "right"]),
        "font": st.sampled_from(["text", "condensed"]),
        "colour": st.sampled_from(["#ffffff", "#22302f"]),
    },
)
_keylines = st.fixed_dictionaries({}, optional={"gap": _small, "width": _small})
_edges = st.one_of(
    st.just({"kind": "none"}),
    st.builds(lambda b: {"kind": "bleed", "bleed": b}, _small),
    st.fixed_dictionaries(
        {"kind": st.just("bleed"), "bleed": _small},
        optional={
            "left": _or_none,
            "top": _or_none,
            "bottom": _or_none,
            "safe": st.just("3 mm"),
            "fill": st.sampled_from(["picture", "mirror", "stretch", "colour"]),
        },
    ),
    st.builds(border, _small, _small, _small, _small),
    st.builds(
        lambda edge, more: edge | more,
        st.builds(border, _small, _small, _small, _small),
        st.fixed_dictionaries(
            {},
            optional={"keyline": _keylines, "caption": _captions, "least": st.just("5 mm")},
        ),
    ),
    st.builds(
        lambda edge, softness, give: edge | {"softness": softness, "give": give},
        st.builds(wrap, st.sampled_from(["picture", "soft-mirror"]), _small, _small),
        _share,
        st.fixed_dictionaries(
            {},
            optional={name: st.integers(0, 30).map(lambda n: n / 1000) for name in ("x", "y")},
        ),
    ),
    st.builds(
        lambda w, h, reveal: {
            "kind": "mat",
            "opening_width": f"{w} mm",
            "opening_height": f"{h} mm",
            "reveal": f"{reveal} mm",
            "card_width": "300 mm",
            "card_height": "200 mm",
            "inner": {"step": "5 mm"},
        },
        st.integers(20, 90),
        st.integers(20, 90),
        st.integers(0, 9),
    ),
    st.builds(
        wrap,
        st.sampled_from(["picture", "mirror", "soft-mirror", "stretch", "colour"]),
        _small,
        _small,
    ),
    st.builds(
        lambda w, h: {
            "kind": "mat",
            "opening_width": f"{w} mm",
            "opening_height": f"{h} mm",
            "overlap": "4 mm",
        },
        st.integers(20, 50),
        st.integers(20, 50),
    ),
)


@st.composite
def zones(draw: st.DrawFn) -> dict[str, Any]:
    x, y = draw(st.integers(0, 90)), draw(st.integers(0, 90))
    w, h = draw(st.integers(1, 100 - x)), draw(st.integers(1, 100 - y))
    return {"name": "z", "x": x / 100, "y": y / 100, "w": w / 100, "h": h / 100}


@st.composite
def documents(draw: st.DrawFn) -> dict[str, Any]:
    """Any sound plan document of ordinary sizes."""
    mode = draw(st.sampled_from(["fill", "contain"]))
    return {
        "picture": {
            "width_px": draw(st.integers(200, 12_000)),
            "height_px": draw(st.integers(200, 12_000)),
            "orientation": draw(st.integers(1, 8)),
        },
        "target": {"width": draw(_mm), "height": draw(_mm)},
        "fit": {
            "mode": mode,
            "anchor": [draw(_share), draw(_share)],
            "zoom": draw(st.integers(100, 400)) / 100 if mode == "fill" else 1.0,
            "turn": draw(st.sampled_from([0, 90, 180, 270])),
            "angle": draw(st.one_of(st.just(0.0), st.integers(-150, 150).map(lambda n: n / 10))),
            "keep": draw(st.lists(zones(), max_size=3)),
            "auto": draw(st.booleans()),
        },
        "edge": draw(_edges),
        "marks": {"margin": draw(_small)},
        "medium": {"name": "any", "factor": draw(st.sampled_from([0.5, 0.7, 1.0]))},
        "viewing": {
            "school": draw(st.sampled_from(["acuity", "table", "device", "model"])),
            "detail": draw(st.none() | st.floats(0.1, 1)),
            "room": draw(st.none() | st.just("4 m")),
        },
        "pixels": draw(
            st.sampled_from(
                [
                    {"mode": "keep"},
                    {"mode": "need"},
                    {"mode": "device"},
                    {"mode": "fixed", "ppi": 97},
                ]
            )
        ),
    }
