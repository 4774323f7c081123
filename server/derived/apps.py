from django.apps import AppConfig


class DerivedConfig(AppConfig):
    name = "derived"
    # The name under which its table and its migrations were made; a database of before goes on with them.
    label = "plans"
    default_auto_field = "django.db.models.BigAutoField"
