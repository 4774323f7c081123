"""A time of day is kept without an offset: some were let in with one, and no page could read them.

The offset says nothing once the date is missing; the time on the device's clock is what stays.
"""

from __future__ import annotations

import re
from typing import Any

from django.db import migrations

_OFFSET = re.compile(r"^(\d\d:\d\d(?::\d\d(?:\.\d+)?)?)(?:Z|[+-]\d\d:?\d\d)$")


def without_offset(moment: Any) -> Any:
    match = _OFFSET.match(moment) if isinstance(moment, str) else None
    return match[1] if match else moment


def mend(apps: Any, schema_editor: Any) -> None:
    kept = (("StoredAsk", "body", ("at",)), ("StoredEvent", "body", ("at",)),
            ("StoredSession", "header", ("started", "ended")))  # fmt: skip
    for model, field, moments in kept:
        for row in apps.get_model("training", model).objects.all():
            before = getattr(row, field)
            after = {key: without_offset(v) if key in moments else v for key, v in before.items()}
            if after != before:
                setattr(row, field, after)
                row.save(update_fields=[field])


class Migration(migrations.Migration):
    dependencies = [("training", "0001_initial")]

    operations = [migrations.RunPython(mend, migrations.RunPython.noop)]
