"""How the finished piece hangs: hardware, wire, marks on the back, on the wall. The same for every display."""
