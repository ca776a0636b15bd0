"""Parts out of stock: panels out of sheets by straight cuts right across, bars out of lengths."""
