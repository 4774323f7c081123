from django.apps import AppConfig


class TrainingConfig(AppConfig):
    name = "training"
    default_auto_field = "django.db.models.BigAutoField"
