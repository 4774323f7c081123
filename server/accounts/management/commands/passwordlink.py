"""Prints a link by which somebody chooses a new password: for a trainer who forgot theirs."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts import links
from accounts.models import User


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        scheme = "https" if settings.IS_SECURE else "http"
        parser.add_argument("name", help="with which the person signs in")
        parser.add_argument(
            "--base", default=f"{scheme}://{settings.ALLOWED_HOSTS[0]}", help="where the yard is found"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        person = User.objects.filter(username__iexact=options["name"], is_active=True).first()
        if person is None or person.yard is None:
            raise CommandError(f"nobody signs in as {options['name']}")
        made = links.given_out(links.for_a_new_password(person), options["base"])
        self.stdout.write(links.address(options["base"], made.token))
