"""Sign-in, sign-out, password and preferences."""

from __future__ import annotations

from typing import Annotated, Literal, cast

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import CsrfViewMiddleware
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.core.ground.lengths import ShownUnit
from zollstock.core.ground.show import size_of_file

from .inorder import overtaken
from .models import Preferences
from .quota import used
from .signed import SignedRequest
from .throttle import check_address

router = Router(tags=["accounts"])

Light = Literal["paper", "booth"]
Password = Annotated[str, Field(max_length=200)]


class SignIn(Schema):
    name: Annotated[str, Field(max_length=150)]
    password: Password


class Welcome(Schema):
    """`demo` is the login of a demo, which is no secret; null everywhere else."""

    demo: SignIn | None


class Account(Schema):
    name: str
    unit: ShownUnit
    light: Light


class Room(Schema):
    """How much an account keeps, in words and as a share of what it may."""

    kept_text: str
    kept_share: float


class PreferenceChange(Schema):
    unit: ShownUnit | None = None
    light: Light | None = None


class PasswordChange(Schema):
    old: Password
    new: Password


def _account(user: User) -> Account:
    preferences, _ = Preferences.objects.get_or_create(account=user)
    return Account(
        name=user.username,
        unit=cast(ShownUnit, preferences.unit),
        light=cast(Light, preferences.light),
    )


@router.post("/session", auth=None, response=Account)
def sign_in(request: HttpRequest, given: SignIn) -> Account:
    """Sign in. Eight wrong tries for a name from one address close the door for ten minutes, and so do
    forty from one address for any names.

    The middleware of django-axes answers then, in place of the 401 below.
    """
    # Ninja checks the token only where it authenticates; a forged sign-in is an attack as well.
    refused = CsrfViewMiddleware(_checked).process_view(request, _checked, (), {})
    if refused is not None:
        raise HttpError(403, "This page is too old to be trusted with changes. Load it again.")
    check_address(request)
    user = authenticate(request, username=given.name, password=given.password)
    if user is None:
        raise HttpError(401, "Name or password is wrong.")
    login(request, user)
    return _account(user)


def _checked(request: HttpRequest) -> HttpResponse:
    """A view without exemption, for the token check above; it is never called."""
    raise NotImplementedError


@router.get("/welcome", auth=None, response=Welcome)
def welcome(request: HttpRequest) -> Welcome:
    """What the sign-in page tells a stranger: in a demo, the login made for everybody."""
    name, _, password = settings.DEMO_LOGIN.partition(":")
    return Welcome(demo=SignIn(name=name, password=password) if name and password else None)


@router.get("/session", response=Account)
def who(request: SignedRequest) -> Account:
    return _account(request.user)


@router.get("/account/room", response=Room)
def room(request: SignedRequest) -> Room:
    """How much is kept: added up when somebody wants to know, since that takes longer the more there is."""
    held, most = used(request.user), settings.ACCOUNT_MOST_BYTES
    return Room(
        kept_text=f"{size_of_file(held)} of {size_of_file(most)}", kept_share=min(1.0, held / most)
    )


@router.delete("/session", response={204: None})
def sign_out(request: SignedRequest) -> tuple[int, None]:
    logout(request)
    return 204, None


@router.patch("/account", response=Account)
def prefer(request: SignedRequest, change: PreferenceChange) -> Account:
    wanted = change.model_dump(exclude_none=True)
    with transaction.atomic():
        held, _ = Preferences.objects.select_for_update().get_or_create(account=request.user)
        if not overtaken(request):
            for name, value in wanted.items():
                setattr(held, name, value)
            held.save(update_fields=list(wanted))
    return _account(request.user)


@router.post("/account/password", response={204: None})
def change_password(request: SignedRequest, change: PasswordChange) -> tuple[int, None]:
    """Change the password; other sessions of this account end."""
    user = request.user
    # As at sign-in, so that wrong tries are counted and throttled here too.
    check_address(request)
    if authenticate(request, username=user.username, password=change.old) != user:
        raise HttpError(422, "The old password is wrong. Nothing was changed.")
    try:
        validate_password(change.new, user)
    except ValidationError as error:
        raise HttpError(422, " ".join(error.messages)) from None
    user.set_password(change.new)
    user.save(update_fields=["password"])
    update_session_auth_hash(request, user)
    return 204, None
