from django.apps import AppConfig


class HorsesConfig(AppConfig):
    name = "horses"
    default_auto_field = "django.db.models.BigAutoField"
