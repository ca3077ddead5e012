package oakum.bell;

public interface Rope { void pull(); }
