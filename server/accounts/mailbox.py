"""A stand-in for a mail server: every message becomes a file that a mail program opens (.eml)."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from pathlib import Path

from data_folder import write_whole
from django.conf import settings
from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend
from django.utils import timezone


class EmailBackend(BaseEmailBackend):
    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        folder = Path(settings.EMAIL_FILE_PATH)
        folder.mkdir(parents=True, exist_ok=True)
        for message in email_messages:
            name = f"{timezone.now():%Y%m%d-%H%M%S}-{secrets.token_hex(3)}.eml"
            write_whole(folder / name, _with_crlf(message.message().as_bytes()))
        return len(email_messages)


def _with_crlf(content: bytes) -> bytes:
    """Lines end as RFC 5322 says."""
    return content.replace(b"\r\n", b"\n").replace(b"\n", b"\r\n")
