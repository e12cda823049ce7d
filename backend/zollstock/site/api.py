"""The API, put together from the apps' routers; every error has one shape."""

from __future__ import annotations

import errno
import logging
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, UnreadablePostError
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError

from zollstock.accounts.api import router as accounts
from zollstock.accounts.quota import QuotaReached
from zollstock.accounts.session_auth import OwnPage
from zollstock.accounts.studiotable_api import table_router
from zollstock.batches.api import router as batches
from zollstock.batches.cells_api import router as cells
from zollstock.bench.api import router as bench
from zollstock.bench.canvas_api import router as canvases
from zollstock.bench.howbig_api import router as sizes_asked
from zollstock.bench.layouts_api import router as layouts_asked
from zollstock.bench.legend_api import router as legend
from zollstock.bench.reference_api import router as to_choose
from zollstock.core.ground.refusal import ChangedElsewhere, Refusal
from zollstock.demo.api import router as sample
from zollstock.devices.api import router as measuring
from zollstock.devices.kept import DEVICES
from zollstock.gamuts.api import router as gamuts
from zollstock.jobs.api import router as jobs
from zollstock.jobs.clients_api import public as client_pages
from zollstock.jobs.clients_api import router as client_links
from zollstock.jobs.compare_api import router as besides
from zollstock.jobs.contact_api import router as contact
from zollstock.jobs.counter_api import router as counter
from zollstock.jobs.due_api import router as due
from zollstock.jobs.finding_api import router as finding
from zollstock.jobs.gangs_api import router as gangs
from zollstock.jobs.hangings_api import router as hangings
from zollstock.jobs.layouts_api import router as layouts
from zollstock.jobs.log_api import router as logged
from zollstock.jobs.moving_api import router as moving
from zollstock.jobs.recipe_api import router as recipes
from zollstock.jobs.revisions import StaleVersion
from zollstock.jobs.said_api import router as said
from zollstock.jobs.settings_api import router as given_settings
from zollstock.jobs.surveys import router as surveys
from zollstock.jobs.tickets_api import router as tickets
from zollstock.jobs.trials_api import router as strips
from zollstock.jobs.versions_api import router as versions
from zollstock.jobs.workshops import router as workshops
from zollstock.labs.kept import LABS
from zollstock.pictures.api import router as pictures
from zollstock.pictures.looking_api import router as looking
from zollstock.pictures.parcels import WrongPlace
from zollstock.pictures.parcels_api import router as parcels
from zollstock.prices.kept import PRICES
from zollstock.printlog.api import router as printlog
from zollstock.profiles.api import router as profiles
from zollstock.proofs.api import router as proofs
from zollstock.proofs.asking import TooMany
from zollstock.renders.forgetting_api import router as forgetting
from zollstock.renders.jobfiles_api import router as job_files
from zollstock.renders.laborders_api import router as lab_orders
from zollstock.renders.lines_api import router as order_lines
from zollstock.renders.orders_api import router as orders
from zollstock.rescues.api import router as rescues
from zollstock.rescues.asking import TooManyViews
from zollstock.room.api import router as on_disk
from zollstock.sizes.api import router as sizes
from zollstock.sizes.cameras import SENSORS
from zollstock.sizes.room_api import router as rooms
from zollstock.sizes.rules import RULES
from zollstock.sizes.sensors_api import router as sensors
from zollstock.sizes.shelf import NoSuchSizes
from zollstock.stock.kept import STOCK
from zollstock.times.kept import TIMES
from zollstock.trials.api import router as trials
from zollstock.trials.judging_api import router as judging

from .described import DescribedAPI
from .faults import router as faults
from .pages import DATABASE_AWAY

log = logging.getLogger(__name__)

api = DescribedAPI(
    title="Zollstock", version="1", auth=OwnPage(), docs_url=None, openapi_url="openapi.json"
)
for router in (
    accounts,
    bench,
    to_choose,
    sizes_asked,
    layouts_asked,
    legend,
    besides,
    sizes,
    rooms,
    on_disk,
    canvases,
    sensors,
    *(table_router(table) for table in (STOCK, SENSORS, RULES, DEVICES, LABS, PRICES, TIMES)),
    pictures,
    looking,
    parcels,
    sample,
    jobs,
    counter,
    due,
    tickets,
    client_links,
    client_pages,
    versions,
    said,
    finding,
    moving,
    job_files,
    given_settings,
    layouts,
    hangings,
    gangs,
    surveys,
    workshops,
    recipes,
    measuring,
    strips,
    trials,
    judging,
    printlog,
    profiles,
    gamuts,
    logged,
    contact,
    proofs,
    rescues,
    order_lines,
    forgetting,
    orders,
    lab_orders,
    batches,
    cells,
    faults,
):
    api.add_router("", router)


@api.get("/health", auth=None, include_in_schema=False)
def health(request: HttpRequest) -> dict[str, str]:
    """Whether the database answers."""
    from django.db import connection

    with connection.cursor() as cursor:
        cursor.execute("SELECT 1")
    return {"state": "well"}


def _answer(request: HttpRequest, status: int, message: str, **more: Any) -> HttpResponse:
    return api.create_response(request, {"message": message, "problems": []} | more, status=status)


def _listed(problems: list[tuple[str, str]]) -> list[dict[str, str]]:
    return [{"path": path, "message": message} for path, message in problems]


#: What a refusal is to HTTP where it is no fault in what was sent.
_STATUS: dict[type[Refusal], int] = {
    NoSuchSizes: 404,
    StaleVersion: 409,
    ChangedElsewhere: 409,
    WrongPlace: 409,
    QuotaReached: 413,
    TooMany: 429,
    TooManyViews: 429,
}


@api.exception_handler(Refusal)
def _refused(request: HttpRequest, refusal: Refusal) -> HttpResponse:
    """Everything that is refused in words, with them."""
    status = next((_STATUS[kind] for kind in type(refusal).mro() if kind in _STATUS), 422)
    message = refusal.problems[0][1] if refusal.problems else str(refusal)
    more = {"version": refusal.current} if isinstance(refusal, StaleVersion) else {}
    return _answer(request, status, message, problems=_listed(refusal.problems), **more)


@api.exception_handler(ValidationError)
def _validation(request: HttpRequest, error: ValidationError) -> HttpResponse:
    problems = [_named(item) for item in error.errors]
    return _answer(
        request, 422, problems[0][1] if problems else "not understood", problems=_listed(problems)
    )


def _named(item: dict[str, Any]) -> tuple[str, str]:
    """(path, message) of a fault in a request; the message names what it is about."""
    location = [str(part) for part in item["loc"][1:]]
    # The first step is the parameter's own name in the code; nobody who asks knows it.
    path = ".".join(location[1:] or location) or "request"
    name = path.rpartition(".")[2]
    if item["type"] == "missing":
        return path, f"{name} is missing; it is required"
    return path, f"{name}: {str(item['msg'])[:1].lower()}{str(item['msg'])[1:]}"


@api.exception_handler(AuthenticationError)
def _unknown(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return _answer(request, 401, "Sign in first.")


@api.exception_handler(AuthorizationError)
def _forbidden(request: HttpRequest, error: AuthorizationError) -> HttpResponse:
    return _answer(request, 403, "This is not allowed.")


@api.exception_handler(Http404)
def _missing(request: HttpRequest, error: Http404) -> HttpResponse:
    return _answer(request, 404, "There is nothing here under this address, or it is not yours.")


@api.exception_handler(HttpError)
def _http(request: HttpRequest, error: HttpError) -> HttpResponse:
    return _answer(request, error.status_code, str(error))


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    return _answer(request, 413, "This is more than a plan or a form can be. Nothing was changed.")


@api.exception_handler(UnreadablePostError)
def _broke_off(request: HttpRequest, error: UnreadablePostError) -> HttpResponse:
    return _answer(request, 400, "The request broke off. Nothing was changed.")


@api.exception_handler(OperationalError)
@api.exception_handler(InterfaceError)
def _database(request: HttpRequest, error: Exception) -> HttpResponse:
    log.error("the database does not answer: %s", error)
    response = _answer(request, 503, DATABASE_AWAY)
    response["Retry-After"] = "2"
    return response


@api.exception_handler(OSError)
def _disk(request: HttpRequest, error: OSError) -> HttpResponse:
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        log.error("the disk is full: %s", request.path)
        return _answer(request, 507, "The disk is full. Nothing was stored.")
    return _fault(request, error)


@api.exception_handler(Exception)
def _fault(request: HttpRequest, error: Exception) -> HttpResponse:
    log.exception("unhandled fault at %s", request.path)
    return _answer(
        request, 500, "Something went wrong here. What was saved before is safe; try again."
    )
