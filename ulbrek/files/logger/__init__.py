"""Files of temperature loggers: read as they come, shown as understood before anything of them is kept."""

from ulbrek.files.logger.layout import Choices, Layout, layout_of
from ulbrek.files.logger.read import LoggerPreview, LoggerReadings, read_logger

__all__ = ["Choices", "Layout", "LoggerPreview", "LoggerReadings", "layout_of", "read_logger"]
