package oakum.bell;

public interface Bell { void ring(); void muffle(); }
