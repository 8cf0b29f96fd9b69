"""The room it hangs in: damp and dry through the year, light, and who passes by."""
