"""What others may want to know of pictures."""

from django.dispatch import Signal

#: A picture was read through: it is ready, or refused. Sent with `picture_id`.
picture_read = Signal()
