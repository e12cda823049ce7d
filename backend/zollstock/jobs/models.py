"""A job holds designs: layout requests with their pictures and all their revisions."""

from __future__ import annotations

from contextlib import suppress
from typing import Any, ClassVar

from django.conf import settings
from django.db import IntegrityError, models, transaction
from django.db.models import Max

from zollstock.accounts.principal import Principal
from zollstock.accounts.reading import AS_PEOPLE_READ
from zollstock.core.counter.standing import Counts
from zollstock.pictures.models import Picture

from .kinds import KINDS, LAYOUT, PICTURE, PRINT

#: So many may come at the same moment.
_TRIES = 50


class JobsNotRemoved(models.Manager["Job"]):
    """The jobs that their owner has not removed."""

    def get_queryset(self) -> models.QuerySet[Job]:
        return super().get_queryset().filter(removed__isnull=True)


class Job(models.Model):
    """A job: one hall, one client, one evening. One that was `removed` is nowhere to be seen and can be restored for a while; one
    that is `archived` is out of the way."""

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    title = models.CharField(max_length=200, db_collation=AS_PEOPLE_READ)
    client = models.CharField(max_length=200, blank=True, db_collation=AS_PEOPLE_READ)
    due = models.DateField(null=True, blank=True)
    #: What its new prints go to (`StandardDevice`); null: the account's.
    device = models.JSONField(null=True, blank=True)
    #: What people call it by at the counter: 1, 2 … of the account.
    number = models.PositiveIntegerField(null=True)
    note = models.CharField(max_length=2000, blank=True)
    #: The key of its price list; empty: the studio's standard one.
    prices = models.CharField(max_length=40, blank=True)
    #: Settings that its new prints begin with (`core.counter.settingsof`); null: the account's.
    standard = models.JSONField(null=True, blank=True)
    archived = models.DateTimeField(null=True)
    removed = models.DateTimeField(null=True, db_index=True)
    #: What files of its prints are called (`names.py`); empty: as usual.
    pattern = models.CharField(max_length=120, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects = JobsNotRemoved()
    every: ClassVar[models.Manager[Job]] = models.Manager()

    class Meta:
        ordering = ["-created", "-id"]
        base_manager_name = "every"
        indexes = [models.Index(fields=["account", "-created", "-id"], name="jobs_of_an_account")]
        constraints = [
            models.UniqueConstraint(fields=["account", "number"], name="one_job_a_number")
        ]

    def save(self, *args: Any, **more: Any) -> None:
        """A new one gets the next number of its account; two that come at the same moment get one each."""
        if self.pk is not None or self.number is not None:
            return super().save(*args, **more)
        for _ in range(_TRIES):
            last = Principal(self.account).may_see(Job.every).aggregate(last=Max("number"))["last"]
            self.number = (last or 0) + 1
            with suppress(IntegrityError), transaction.atomic():
                return super().save(*args, **more)
        raise IntegrityError("no number was free")

    @property
    def prints(self) -> models.QuerySet[Design]:
        """The designs that are prints, in their order."""
        return self.designs.filter(kind=PRINT)

    @property
    def layouts(self) -> models.QuerySet[Design]:
        """The designs that are layouts, likewise."""
        return self.designs.filter(kind=LAYOUT)


class NotRemoved(models.Manager["Design"]):
    """The designs that their owner has not removed."""

    def get_queryset(self) -> models.QuerySet[Design]:
        return super().get_queryset().filter(removed__isnull=True)


class Design(models.Model):
    """What is wanted, of one kind; a print is a kind, a layout another (`kinds`).

    One that was `removed` is nowhere to be seen, and can be brought back for a while (`removed.py`).

    `document` is the one in force. `version` grows with every write and guards against a stale
    window. `head` is the number of the revision in force; undo and redo move it.

    `title`, `wide` and `tall` (mm, as it is drawn in lists) and `summary` are what lists show of the document. Whoever
    writes that writes them along (`summaries.py`): no list reads a document.
    """

    #: Whose it is, as its job is: what an account has is found without its jobs.
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="designs")
    kind = models.CharField(max_length=12, choices={name: name for name in KINDS}, default=PRINT)
    position = models.PositiveIntegerField(default=0)
    document = models.JSONField()
    title = models.CharField(max_length=300, default="", db_collation=AS_PEOPLE_READ)
    wide = models.FloatField(default=0)
    tall = models.FloatField(default=0)
    summary = models.JSONField(default=dict)
    pictures = models.ManyToManyField(Picture, through="DesignPicture", related_name="designs")
    version = models.PositiveIntegerField(default=1)
    head = models.PositiveIntegerField(default=1)
    #: The version of which files were made last; 0 while there are none.
    made_version = models.PositiveIntegerField(default=0)
    changed = models.DateTimeField(auto_now=True)
    #: What its revisions weigh, and when they are thinned out next (`thinning.py`).
    kept_bytes = models.PositiveBigIntegerField(default=0)
    thin_at = models.DateTimeField(null=True, db_index=True)
    removed = models.DateTimeField(null=True, db_index=True)
    #: Of its job: 1, 2 … in the order in which they came; it stays when others go.
    number = models.PositiveIntegerField(null=True)
    #: How its copies stand (`core.counter.standing`), and the version that was printed last, and when.
    copies = models.PositiveIntegerField(default=1)
    printed = models.PositiveIntegerField(default=0)
    spoiled = models.PositiveIntegerField(default=0)
    checked = models.PositiveIntegerField(default=0)
    collected = models.PositiveIntegerField(default=0)
    printed_version = models.PositiveIntegerField(default=0)
    printed_at = models.DateTimeField(null=True)
    #: What is done to it after, by the names in the price list, and the price of one where it was agreed.
    finishes = models.JSONField(default=list)
    price = models.DecimalField(max_digits=12, decimal_places=4, null=True)
    note = models.CharField(max_length=2000, blank=True)
    #: Whether it wants a second look before it is made.
    troubled = models.BooleanField(default=False)

    objects = NotRemoved()
    every: ClassVar[models.Manager[Design]] = models.Manager()

    class Meta:
        ordering = ["position", "id"]
        # What goes by cascade goes whether it was removed before or not.
        base_manager_name = "every"
        indexes = [
            models.Index(
                fields=["job", "kind", "removed", "position", "id"], name="in_order_of_a_job"
            ),
            models.Index(
                fields=["account", "kind", "removed", "-id"], name="designs_of_an_account"
            ),
            models.Index(fields=["account", "kept_bytes"], name="what_designs_weigh"),
        ]
        constraints = [
            models.UniqueConstraint(fields=["job", "number"], name="one_design_a_number")
        ]

    @property
    def counts(self) -> Counts:
        return Counts(self.copies, self.printed, self.spoiled, self.checked, self.collected)

    def by_key(self) -> dict[str, Picture]:
        """Its pictures, each under the place in the document that speaks of it."""
        return {held.key: held.picture for held in self.under_keys.all()}

    @property
    def picture(self) -> Picture:
        """The picture of a print."""
        return self.by_key()[PICTURE]


class DesignPicture(models.Model):
    """A picture of a design, which cannot go while the design is there."""

    OWNER = "design__account"

    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="under_keys")
    key = models.CharField(max_length=60)
    picture = models.ForeignKey(Picture, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["design", "key"], name="one_picture_a_key"),
        ]


class TitleWord(models.Model):
    """A word of a design's title, by which somebody finds it (`search.py`)."""

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="+")
    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="words")
    word = models.CharField(max_length=40, db_collation=AS_PEOPLE_READ)

    class Meta:
        indexes = [
            models.Index(fields=["account", "word", "-design", "job"], name="words_of_titles")
        ]


class Revision(models.Model):
    """A document as it once was. Numbers run from 1; old ones thin out, but for those that something `holds`."""

    OWNER = "design__account"

    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    document: Any = models.JSONField()
    saved = models.DateTimeField(auto_now_add=True)
    bytes = models.PositiveIntegerField(default=0)
    holds = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["design", "number"], name="one_document_a_number")
        ]


class JobEvent(models.Model):
    """What happened to a job or one of its prints, in words: when, who, what; where money went with it, how much.

    One that was taken back stays, and counts for nothing.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="events")
    #: The number of the print in the database, which may be gone.
    design = models.PositiveBigIntegerField(null=True)
    at = models.DateTimeField(auto_now_add=True)
    by = models.CharField(max_length=150, blank=True)
    what = models.CharField(max_length=20)
    words = models.CharField(max_length=400, blank=True)
    amount = models.DecimalField(max_digits=12, decimal_places=2, null=True)
    currency = models.CharField(max_length=8, blank=True)
    taken_back = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-id"]
        indexes = [
            models.Index(fields=["job", "-id"], name="events_of_a_job"),
            models.Index(fields=["job", "what", "-id"], name="payments_of_a_job"),
            models.Index(fields=["design", "-id"], name="events_of_a_design"),
        ]


class JobChange(models.Model):
    """What was done to many prints of a job at once, and can be undone at once: `designs` as (its number, the version that
    came of it)."""

    OWNER = "job__account"

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="changes")
    at = models.DateTimeField(auto_now_add=True)
    words = models.CharField(max_length=400)
    designs = models.JSONField()
    undone = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-id"]


class StandardSettings(models.Model):
    """What new prints of an account begin with, where their job says nothing else."""

    account = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    document = models.JSONField()


class ClientLink(models.Model):
    """A page for the client: chosen prints of a job, under a code nobody guesses, until the end of a day or until it is taken back.

    `designs` are shown in that order, and the `wall` of a layout where the owner says so; `words` stand over them, and
    nothing else of the account or the job does.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="client_links")
    code = models.CharField(max_length=32, unique=True)
    designs = models.JSONField()
    words = models.CharField(max_length=400, blank=True)
    #: The layout whose wall is shown along; null: none, or it is gone.
    wall = models.ForeignKey(Design, on_delete=models.SET_NULL, null=True, related_name="+")
    until = models.DateField()
    created = models.DateTimeField(auto_now_add=True)
    taken_back = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-id"]


class ClientAnswer(models.Model):
    """What a client said of a print of a link: the last word counts."""

    OWNER = "link__account"

    link = models.ForeignKey(ClientLink, on_delete=models.CASCADE, related_name="answers")
    design = models.PositiveBigIntegerField()
    #: yes, no, or nothing yet.
    said = models.CharField(max_length=3, blank=True)
    comment = models.CharField(max_length=1000, blank=True)
    at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["link", "design"], name="one_answer_a_print_of_a_link")
        ]
