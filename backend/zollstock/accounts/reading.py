"""How words that somebody searches are compared."""

from __future__ import annotations

#: For what is searched: large and small letters are one, and so are letters with and without their marks.
AS_PEOPLE_READ = "utf8mb4_unicode_520_nopad_ci"
