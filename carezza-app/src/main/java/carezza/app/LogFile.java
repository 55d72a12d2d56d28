package carezza.app;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.FixedWindowRollingPolicy;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeBasedTriggeringPolicy;
import ch.qos.logback.core.util.Duration;
import ch.qos.logback.core.util.FileSize;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The log in the user's own data folder: what failed, with which file, and where in the program; no
 * picture content. Some 1 MB, and three older files of that size.
 */
final class LogFile {
  static final String NAME = "carezza.log";
  private static final String LARGEST = "1MB";
  private static final int OLDER = 3;

  private LogFile() {}

  /** Begins to write the log into a folder. */
  static void begin(Path userData) {
    LoggerContext context = (LoggerContext) LoggerFactory.getILoggerFactory();
    context.reset();
    PatternLayoutEncoder encoder = new PatternLayoutEncoder();
    encoder.setContext(context);
    encoder.setPattern("%d{yyyy-MM-dd HH:mm:ss} %-5level [%thread] %msg%n");
    encoder.start();
    RollingFileAppender<ILoggingEvent> file = new RollingFileAppender<>();
    file.setContext(context);
    file.setName(NAME);
    file.setFile(userData.resolve(NAME).toString());
    file.setEncoder(encoder);
    FixedWindowRollingPolicy policy = new FixedWindowRollingPolicy();
    policy.setContext(context);
    policy.setParent(file);
    policy.setFileNamePattern(userData.resolve("carezza.%i.log").toString());
    policy.setMinIndex(1);
    policy.setMaxIndex(OLDER);
    policy.start();
    SizeBasedTriggeringPolicy<ILoggingEvent> size = new SizeBasedTriggeringPolicy<>();
    size.setContext(context);
    size.setMaxFileSize(FileSize.valueOf(LARGEST));
    size.setCheckIncrement(Duration.buildByMilliseconds(0));
    size.start();
    file.setRollingPolicy(policy);
    file.setTriggeringPolicy(size);
    file.start();
    ch.qos.logback.classic.Logger root = context.getLogger(Logger.ROOT_LOGGER_NAME);
    root.setLevel(Level.WARN);
    root.addAppender(file);
  }
}
