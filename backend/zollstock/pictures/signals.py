"""What others may want to know of pictures."""

from django.dispatch import Signal

#: A picture was read through: it is ready, or refused. Sent with `picture_id`.
picture_read = Signal()

#: A picture is about to be deleted by its owner. Sent with `picture`.
picture_goes = Signal()
