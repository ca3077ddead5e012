package oakum.bell;

public interface Ringer { void go(); }
