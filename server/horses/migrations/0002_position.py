from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("horses", "0001_initial")]

    operations = [
        migrations.AlterModelOptions(name="horse", options={"ordering": ("position", "id")}),
        migrations.RenameField(model_name="horse", old_name="place", new_name="position"),
    ]
