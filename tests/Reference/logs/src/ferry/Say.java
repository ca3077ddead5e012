package ferry;

/** What the game says, through whichever logging library it was started with. */
public final class Say {
    interface Log { void at(String level, String text, Throwable trouble); }

    static Log log = forKind(System.getProperty("say", "plain"));

    static Log forKind(String kind) {
        return switch (kind) {
            case "jul" -> {
                var logger = java.util.logging.Logger.getLogger("ferry.Game");
                yield (level, text, trouble) -> logger.log(switch (level) { case "info" -> java.util.logging.Level.INFO; case "warn" -> java.util.logging.Level.WARNING; default -> java.util.logging.Level.SEVERE; }, text, trouble);
            }
            case "slf4j" -> {
                var logger = org.slf4j.LoggerFactory.getLogger("ferry.Game");
                yield (level, text, trouble) -> { switch (level) { case "info" -> logger.info(text, trouble); case "warn" -> logger.warn(text, trouble); default -> logger.error(text, trouble); } };
            }
            case "log4j" -> {
                var logger = org.apache.logging.log4j.LogManager.getLogger("ferry.Game");
                yield (level, text, trouble) -> logger.log(org.apache.logging.log4j.Level.valueOf(level), text, trouble);
            }
            default -> (level, text, trouble) -> { System.out.println(text); if (trouble != null) trouble.printStackTrace(System.out); };
        };
    }

    public static void info(String text) { log.at("info", text, null); }
    public static void at(String level, String text, Throwable trouble) { log.at(level, text, trouble); }
}
