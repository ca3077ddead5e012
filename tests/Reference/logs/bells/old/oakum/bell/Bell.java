package oakum.bell;

public interface Bell { void ring(); default void muffle() { } }
