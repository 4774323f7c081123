"""Addresses: the API, shared reports, and for everything else the page of the web application."""

from django.urls import path, re_path
from exchange.shared_page import shared_report

from bucephal_server.api import api, nowhere
from bucephal_server.page import page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/", nowhere),
    re_path(r"^reports/(?P<token>[A-Za-z0-9_-]{1,100})(?P<ending>\.pdf)?$", shared_report),
    re_path(r"^(?!api/|assets/).*$", page),
]
