"""The day itself: what is done, by whom, in which order and until when, and where one stands in it."""
