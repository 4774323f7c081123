"""Addresses: the API, and for everything else the page of the web application."""

from django.urls import path, re_path

from bucephal_server.api import api, nowhere
from bucephal_server.page import page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/", nowhere),
    re_path(r"^(?!api/|assets/).*$", page),
]
