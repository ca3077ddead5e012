package oakum.bell;

public class Clapper { }
