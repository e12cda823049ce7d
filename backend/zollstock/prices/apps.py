"""The app: the price lists of accounts."""

from django.apps import AppConfig


class PricesConfig(AppConfig):
    name = "zollstock.prices"
