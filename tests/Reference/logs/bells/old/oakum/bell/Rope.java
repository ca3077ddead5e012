package oakum.bell;

public class Rope { public void pull() { } }
