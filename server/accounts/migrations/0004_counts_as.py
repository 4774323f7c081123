"""A yard's own faults say what they count as; they said when they were accepted, and stages had a say in it.

What was let be while learning was so by default: it is now what the ladder says of the code, or wrong.
"""

from __future__ import annotations

from typing import Any

from django.db import migrations

COUNTS_AS = {"always": "none", "never": "wrong"}


def said_anew(exercise: dict[str, Any]) -> dict[str, Any]:
    out = dict(exercise)
    if "stages" in out:
        out["stages"] = [_without(stage, "accept_nearly") for stage in out["stages"]]
    if "faults" in out:
        out["faults"] = [_fault(fault) for fault in out["faults"]]
    return out


def _fault(fault: dict[str, Any]) -> dict[str, Any]:
    counts_as = COUNTS_AS.get(fault.get("accepted") or "")
    kept = _without(fault, "accepted")
    return {**kept, "counts_as": counts_as} if counts_as else kept


def _without(row: dict[str, Any], name: str) -> dict[str, Any]:
    return {key: value for key, value in row.items() if key != name}


def change_in_yards(apps: Any, schema_editor: Any) -> None:
    for yard in apps.get_model("accounts", "Yard").objects.all():
        ladder = yard.defaults.get("ladder") or {}
        if ladder.get("exercises"):
            exercises = [said_anew(one) for one in ladder["exercises"]]
            yard.defaults = {**yard.defaults, "ladder": {**ladder, "exercises": exercises}}
            yard.save(update_fields=["defaults"])


class Migration(migrations.Migration):
    dependencies = [("accounts", "0003_set_ups")]

    operations = [migrations.RunPython(change_in_yards, migrations.RunPython.noop)]
