"""A package each way of showing a thing; ``registry`` lists them."""
