# quicktions is the standard library's Fraction compiled; its types are the same.
from fractions import Fraction as Fraction
