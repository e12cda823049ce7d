"""Jobs, prints, revisions, plans in and out, and the ZIP there and back."""

from __future__ import annotations

import io
import json
import subprocess
import zipfile

import pytest

from tests.api.caller import ready_print
from zollstock.core.documents.plan import parse_plan
from zollstock.jobs.models import Job, Revision


def test_a_job_holds_prints_drawn_at_one_scale(caller, photo) -> None:
    held = ready_print(caller, photo(), target={"width": "30 cm", "height": "30 cm"})
    (job,) = caller.listed("jobs")
    (silhouette,) = job["first"]
    assert (job["prints"], job["layouts"], job["wide"], job["tall"]) == (1, 0, 300, 300)
    assert caller.listed(f"jobs/{job['id']}/prints") == [silhouette]
    drawing = silhouette["drawing"]
    assert drawing["boxes"] == {"document": [0, 0, 300, 300]}
    (piece,) = drawing["pieces"]
    assert piece == {
        "picture": [-75, 0, 450, 300],
        "printed": [0, 0, 300, 300],
        "turn": 0,
        "angle": 0,
        "rim": None,
    }
    assert (held["position"], held["count"], held["before"], held["after"]) == (1, 1, None, None)


def test_a_jobs_details_change_and_it_goes(caller) -> None:
    job = caller("POST", "jobs", {"title": "Hall", "client": "Museum", "due": "2027-03-20"})
    changed = caller("PUT", f"jobs/{job['id']}", {"title": "Stairs", "client": "", "due": None})
    assert (changed["title"], changed["due"]) == ("Stairs", None)
    caller("POST", "jobs", {"title": ""}, expect=422)
    caller("DELETE", f"jobs/{job['id']}", expect=204)
    caller("GET", f"jobs/{job['id']}", expect=404)


def test_the_first_plan_follows_the_pictures_direction(caller, photo) -> None:
    wide = ready_print(caller, photo())
    tall = ready_print(caller, photo("tall.jpg", 400, 600))
    square = ready_print(caller, photo("square.jpg", 400, 401))
    sizes = [
        (h["plan"]["target"]["width"], h["plan"]["target"]["height"]) for h in (wide, tall, square)
    ]
    assert sizes == [("30 cm", "20 cm"), ("20 cm", "30 cm"), ("30 cm", "30 cm")]


def test_every_change_is_kept_and_can_be_walked(caller, photo) -> None:
    held = ready_print(caller, photo())
    path = f"prints/{held['id']}"
    first = held["plan"]
    for title in ("one", "two", "three"):
        held = caller(
            "PUT",
            f"{path}/plan",
            {"plan": held["plan"] | {"title": title}, "version": held["version"]},
        )
    assert held["can_undo"] and not held["can_redo"]
    for expected in ("two", "one", first["title"]):
        held = caller("POST", f"{path}/undo", {"version": held["version"]})
        assert held["plan"]["title"] == expected
    assert not held["can_undo"]
    again = caller("POST", f"{path}/undo", {"version": held["version"]})
    assert again["plan"] == held["plan"]
    held = caller("POST", f"{path}/redo", {"version": again["version"]})
    assert caller("GET", path)["plan"]["title"] == "one"  # as after a reload
    branch = caller(
        "PUT",
        f"{path}/plan",
        {"plan": held["plan"] | {"title": "other"}, "version": held["version"]},
    )
    assert not branch["can_redo"]
    numbers = list(Revision.objects.filter(design_id=held["id"]).values_list("number", flat=True))
    assert sorted(numbers) == [1, 2, 3]


def test_an_equal_plan_is_no_change(caller, photo) -> None:
    held = ready_print(caller, photo())
    same = caller(
        "PUT", f"prints/{held['id']}/plan", {"plan": held["plan"], "version": held["version"]}
    )
    assert same["version"] == held["version"] and not same["can_undo"]


def test_a_save_whose_answer_was_lost_can_be_sent_again(caller, photo) -> None:
    held = ready_print(caller, photo())
    sent = {"plan": held["plan"] | {"title": "sent"}, "version": held["version"]}
    first, again = (caller("PUT", f"prints/{held['id']}/plan", sent) for _ in range(2))
    assert (again["version"], again["plan"]["title"]) == (first["version"], "sent")
    undone = caller("POST", f"prints/{held['id']}/undo", {"version": again["version"]})
    assert undone["plan"] == held["plan"]  # one step, not two


def test_a_stale_window_is_told_and_loses_nothing(caller, photo) -> None:
    held = ready_print(caller, photo())
    path = f"prints/{held['id']}/plan"
    newer = caller(
        "PUT", path, {"plan": held["plan"] | {"title": "here"}, "version": held["version"]}
    )
    stale = {"plan": held["plan"] | {"title": "there"}, "version": held["version"]}
    answer = caller("PUT", path, stale, expect=409)
    assert "another window" in answer["message"] and answer["version"] == newer["version"]
    assert caller("GET", f"prints/{held['id']}")["plan"]["title"] == "here"
    caller("POST", f"prints/{held['id']}/undo", {"version": held["version"]}, expect=409)


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"target": {"width": "11 1/ in", "height": "8 in"}}, "target.width"),
        ({"fit": {"keep": [{"x": 0, "y": 0, "w": 0, "h": 1}]}}, "fit.keep[0].w"),
        ({"picture": {"width_px": 601, "height_px": 400}}, "picture"),
        ({"nonsense": 1}, "nonsense"),
    ],
)
def test_bad_plans_are_refused_with_the_path(caller, photo, change: dict, path: str) -> None:
    held = ready_print(caller, photo())
    wanted = {"plan": held["plan"] | change, "version": held["version"]}
    answer = caller("PUT", f"prints/{held['id']}/plan", wanted, expect=422)
    assert answer["problems"][0]["path"] == path and answer["message"]
    assert caller("GET", f"prints/{held['id']}")["version"] == held["version"]


def test_the_plan_document_goes_out_and_comes_back(caller, photo) -> None:
    held = ready_print(caller, photo(), title="Fog, hall")
    response = caller.client.get(f"/api/prints/{held['id']}/plan.json")
    assert 'filename="Fog, hall.plan.json"' in response.headers["Content-Disposition"]
    document = json.loads(response.content)
    parse_plan(document)
    back = caller(
        "PUT", f"prints/{held['id']}/plan", {"plan": document, "version": held["version"]}
    )
    assert back["plan"] == held["plan"]


def test_a_job_goes_out_as_a_zip_and_comes_back_elsewhere(caller, other, photo) -> None:
    held = ready_print(caller, photo(), title="Fog", target={"width": "24 in", "height": "16 in"})
    caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]})
    caller("PUT", f"jobs/{held['job']}", {"title": "Hall", "device": {"key": "desk", "feed": "a3"}})
    one = {"copies": 1, "printed": 0, "spoiled": 0, "checked": 0, "collected": 0}
    three = one | {"copies": 3, "printed": 2}
    caller("PUT", f"designs/{held['id']}/copies", {"before": one, "after": three})
    agreed = {"finishes": ["laminate"], "price": "12.50", "note": "for the stairs"}
    caller("PUT", f"designs/{held['id']}/agreed", agreed)
    packed = caller("GET", f"jobs/{held['job']}/archive")
    bag = zipfile.ZipFile(io.BytesIO(packed))
    assert bag.testzip() is None
    assert sum(name.startswith("pictures/") for name in bag.namelist()) == 1  # one shared file
    response = other.send("POST", "jobs/archive", packed, "application/zip")
    assert response.status_code == 200, response.content
    slip = response.json()
    assert slip["title"] == "Hall" and slip["prints"] == 2
    assert slip["device"] == {"key": "desk", "feed": "a3"}
    wanted = other("GET", f"jobs/{slip['id']}/rows")["items"][0]
    assert (wanted["counts"]["copies"], wanted["counts"]["printed"]) == (3, 0), (
        "theirs are not printed yet"
    )
    assert {name: wanted[name] for name in agreed} == agreed | {"price": "12.5"}
    first = other.listed(f"jobs/{slip['id']}/prints")[0]
    theirs = other("GET", f"prints/{first['id']}")
    assert theirs["plan"] == held["plan"]
    assert theirs["picture"]["sha256"] == held["picture"]["sha256"]
    assert theirs["picture"]["id"] != held["picture"]["id"]


def test_a_zip_of_the_first_format_is_read_as_well(caller, other, photo) -> None:
    held = ready_print(caller, photo(), title="Fog")
    caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]})
    bag = zipfile.ZipFile(io.BytesIO(caller("GET", f"jobs/{held['job']}/archive")))
    contents = json.loads(bag.read("job.json"))
    assert contents["format"] == "zollstock.job/2"
    (place,) = contents["pictures"]
    old = {
        "format": "zollstock.job/1",
        "title": contents["title"],
        "client": "",
        "due": "2026-12-01",
        "prints": [
            {"plan": entry["document"], "picture": place, "name": "fog.jpg"}
            for entry in contents["designs"]
        ],
    }
    named = {name: bag.read(name) for name in bag.namelist()} | {"job.json": json.dumps(old)}
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w") as out:
        for name, data in named.items():
            out.writestr(name, data)
    slip = other.send("POST", "jobs/archive", packed.getvalue(), "application/zip").json()
    assert slip["due"] == "2026-12-01" and slip["prints"] == 2
    first = other.listed(f"jobs/{slip['id']}/prints")[0]
    theirs = other("GET", f"prints/{first['id']}")
    assert theirs["plan"] == held["plan"] and theirs["picture"]["name"] == "fog.jpg"


def _zip(**files: str | bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bag:
        for name, data in files.items():
            bag.writestr(name.replace("__", "/").replace("_json", ".json"), data)
    return out.getvalue()


JOB = {
    "format": "zollstock.job/1",
    "title": "T",
    "client": "",
    "due": None,
    "prints": [{"plan": "p.json", "picture": "../../etc/passwd", "name": "x"}],
}
NEW = {
    "format": "zollstock.job/2",
    "title": "T",
    "designs": [{"kind": "print", "document": "p.json", "pictures": {"picture": "a.jpg"}}],
}
PLAN = {"picture": {"width_px": 6, "height_px": 4}, "target": {"width": "6 in", "height": "4 in"}}


@pytest.mark.parametrize(
    ("packed", "words"),
    [
        (b"PK nonsense", "not a whole ZIP"),
        (_zip(a="b"), "no job.json"),
        (_zip(job_json="{"), "not JSON"),
        (_zip(job_json=json.dumps(JOB | {"format": "x"})), "not understood"),
        (_zip(job_json=json.dumps(JOB)), "no p.json"),
        (_zip(job_json=json.dumps(JOB), p_json="{}"), "not valid"),
        (_zip(job_json=json.dumps(JOB), p_json=json.dumps(PLAN)), "no ../../etc/passwd"),
        (_zip(job_json=" " * 3_000_000), "too large"),
        (_zip(job_json=json.dumps(JOB | {"prints": 5})), "not understood"),
        (_zip(job_json="[]"), "not understood"),
        (_zip(job_json=json.dumps(NEW)), "no p.json"),
        (_zip(job_json=json.dumps(NEW), p_json="[1]"), "not valid"),
        (_zip(job_json=json.dumps(NEW), p_json=json.dumps(PLAN)), "no a.jpg"),
        (
            _zip(job_json=json.dumps(NEW | {"designs": [{"kind": "x"}]}), p_json="{}"),
            "not understood",
        ),
    ],
)
def test_hostile_zips_make_no_job(caller, packed: bytes, words: str) -> None:
    response = caller.send("POST", "jobs/archive", packed, "application/zip")
    assert response.status_code == 422, response.content
    assert words in response.json()["message"] and "No job was made" in response.json()["message"]
    assert not Job.objects.exists()


def test_a_nul_in_an_imported_title_is_a_space(caller, photo) -> None:
    held = ready_print(caller, photo())
    packed = io.BytesIO(caller("GET", f"jobs/{held['job']}/archive"))
    with zipfile.ZipFile(packed) as bag:
        contents = {name: bag.read(name) for name in bag.namelist()}
    job = json.loads(contents["job.json"]) | {"title": "Ha\u0000ll", "client": "Tide\u0000Mill"}
    [design] = [name for name in contents if name.startswith("designs/")]
    plan = json.loads(contents[design]) | {"title": "Fog\u0000\nover the pans"}
    contents |= {"job.json": json.dumps(job).encode(), design: json.dumps(plan).encode()}
    changed = io.BytesIO()
    with zipfile.ZipFile(changed, "w") as bag:
        for name, content in contents.items():
            bag.writestr(name, content)
    made = caller.send("POST", "jobs/archive", changed.getvalue(), "application/zip").json()
    assert made["title"] == "Ha ll"
    page = caller("GET", f"jobs/{made['id']}")
    title = caller.listed(f"jobs/{page['id']}/prints")[0]["title"]
    assert page["client"] == "Tide Mill" and title == "Fog  over the pans"
    assert caller("GET", f"jobs/{made['id']}/archive")[:2] == b"PK"
    assert caller("POST", "jobs", {"title": "A\u0000B"})["title"] == "A B"


def test_the_workshop_leaf_of_a_print_and_of_its_job(caller, other, photo) -> None:
    held = ready_print(caller, photo())
    for path in (f"prints/{held['id']}/workshop.pdf", f"jobs/{held['job']}/workshop.pdf?unit=in"):
        assert caller("GET", path)[:5] == b"%PDF-"
        other("GET", path, expect=404)
    empty = caller("POST", "jobs", {"title": "Empty"})
    caller("GET", f"jobs/{empty['id']}/workshop.pdf", expect=409)


def test_the_job_sheet_says_whose_print_it_is_and_which_file(caller, photo, tmp_path) -> None:
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "2 cm")
    caption = {"text": "Fog over the pans, 1884", "height": "4 mm"}
    held = ready_print(caller, photo(), edge={"kind": "border", **sides, "caption": caption})
    caller("PUT", f"jobs/{held['job']}", {"title": "Hall", "client": "Tide Mill Museum", "due": "2026-12-12"})  # fmt: skip
    path, file = f"prints/{held['id']}/workshop.pdf", tmp_path / "sheet.pdf"

    def text() -> str:
        file.write_bytes(caller("GET", path))
        return subprocess.run(["pdftotext", "-layout", file, "-"], capture_output=True, text=True, check=True).stdout  # fmt: skip

    first = text()
    assert "Job: Hall · Client: Tide Mill Museum · Due 12 December 2026" in first
    assert "Caption: Fog over the pans, 1884" in first and "File: none made yet" in first
    caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    assert "waits to be made" in text() or "as planned now" in text()


def test_the_cards_of_a_mat_can_be_taken_to_the_framer(caller, other, photo) -> None:
    mat = {"kind": "mat", "opening_width": "20 cm", "opening_height": "15 cm", "overlap": "3 mm"}
    held = ready_print(caller, photo(), edge=mat)
    assert caller("GET", f"prints/{held['id']}/cutting.pdf")[:5] == b"%PDF-"
    assert b"<svg" in caller("GET", f"prints/{held['id']}/cutting.svg")
    caller("GET", f"prints/{held['id']}/cutting.svg?card=2", expect=404)
    other("GET", f"prints/{held['id']}/cutting.pdf", expect=404)
    plain = ready_print(caller, photo("plain.jpg", 500, 400))
    assert "no mat" in caller("GET", f"prints/{plain['id']}/cutting.pdf", expect=409)["message"]


def test_a_sample_job_is_two_pictures_and_their_plans(caller, other) -> None:
    made = caller("POST", "jobs/sample")
    assert len(made["prints"]) == 2
    for one in made["prints"]:
        assert caller("GET", f"pictures/{one['picture']}")["state"] in ("reading", "ready")
        held = caller("POST", f"jobs/{made['job']}/prints", one)
        assert held["plan"]["title"] == one["plan"]["title"]
    other("GET", f"jobs/{made['job']}", expect=404)
    again = caller("POST", "jobs/sample")
    assert again["job"] != made["job"]
    assert len(again["prints"]) == 2
    assert [one["picture"] for one in again["prints"]] == [one["picture"] for one in made["prints"]]


def test_a_sample_job_whose_line_broke_is_gone_on_with(caller) -> None:
    made = caller("POST", "jobs/sample")
    for one in made["prints"]:
        caller("GET", f"pictures/{one['picture']}")
    caller("POST", f"jobs/{made['job']}/prints", made["prints"][0])
    rest = caller("POST", "jobs/sample")
    assert rest["job"] == made["job"]
    assert [one["picture"] for one in rest["prints"]] == [made["prints"][1]["picture"]]
    caller("POST", f"jobs/{made['job']}/prints", rest["prints"][0])
    assert caller("POST", "jobs/sample")["job"] != made["job"]
