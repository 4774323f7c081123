from django.apps import AppConfig


class YardsConfig(AppConfig):
    name = "yards"
    default_auto_field = "django.db.models.BigAutoField"
