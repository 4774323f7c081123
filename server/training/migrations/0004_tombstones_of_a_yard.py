"""A tombstone belongs to the yard that made it: what another yard strikes out is none of its business."""

from __future__ import annotations

from typing import Any

import django.db.models.deletion
from django.db import migrations, models


def take_over(apps: Any, _: Any) -> None:
    old, new = apps.get_model("training", "OldTombstone"), apps.get_model("training", "Tombstone")
    new.objects.bulk_create(
        [new(item=one.pk, yard_id=one.yard_id) for one in old.objects.all()], batch_size=2000
    )


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_initial"), ("training", "0003_storedsession_changed_in_and_more")]

    operations = [
        migrations.RenameModel("Tombstone", "OldTombstone"),
        migrations.AlterField(
            "oldtombstone",
            "yard",
            models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name="+", to="accounts.yard"
            ),
        ),
        migrations.CreateModel(
            "Tombstone",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("item", models.UUIDField()),
                ("made_at", models.DateTimeField(auto_now_add=True)),
                (
                    "yard",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="tombstones",
                        to="accounts.yard",
                    ),
                ),
            ],
            options={
                "constraints": [
                    models.UniqueConstraint(fields=("yard", "item"), name="one_tombstone_a_yard")
                ]
            },
        ),
        migrations.RunPython(take_over, migrations.RunPython.noop),
        migrations.DeleteModel("OldTombstone"),
    ]
