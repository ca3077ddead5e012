package oakum.bell;

class Clapper { Clapper() { } }
