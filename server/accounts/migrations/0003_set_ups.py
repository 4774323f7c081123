"""A yard's own exercises name their set-ups `set_ups`, as the ladder does; they were `layouts`."""

from __future__ import annotations

from typing import Any

from django.db import migrations


def renamed(source: dict[str, Any]) -> dict[str, Any]:
    """An exercise as it was written, its own field and those of its stages renamed."""
    out = {("set_ups" if key == "layouts" else key): value for key, value in source.items()}
    if "stages" in out:
        out["stages"] = [renamed(stage) for stage in out["stages"]]
    return out


def rename_in_yards(apps: Any, schema_editor: Any) -> None:
    for yard in apps.get_model("accounts", "Yard").objects.all():
        ladder = yard.defaults.get("ladder") or {}
        if ladder.get("exercises"):
            exercises = [renamed(one) for one in ladder["exercises"]]
            yard.defaults = {**yard.defaults, "ladder": {**ladder, "exercises": exercises}}
            yard.save(update_fields=["defaults"])


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_yard_defaults")]

    operations = [migrations.RunPython(rename_in_yards, migrations.RunPython.noop)]
