"""Where the strength figures come from, and what they are not."""

ADVICE = "advice only: local codes and licensed design go first, and nothing here rates a structure as safe"
NDS = "National Design Specification, reference values (from memory)"
STEEL_VALUES = "stiffness and bending strength of sheet steel: common practice"
STATICS = "statics"
