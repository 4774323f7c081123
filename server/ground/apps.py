from django.apps import AppConfig


class GroundConfig(AppConfig):
    name = "ground"
    default_auto_field = "django.db.models.BigAutoField"
