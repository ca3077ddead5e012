package oakum.bell;

public abstract class Ringer { abstract void go(); }
