package rangordnung.server.paper;

import biweekly.Biweekly;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.property.DateEnd;
import biweekly.property.DateStart;
import biweekly.property.Status;
import biweekly.property.Summary;
import biweekly.util.ICalDate;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.training.Season;
import rangordnung.server.training.Blocks;

/**
 * The sessions of a block as iCalendar (RFC 5545). A session keeps its name when the block is planned anew, so that a calendar that
 * has read it before moves it and makes no second one; what falls out or is no more is called off. Times are those of the hall,
 * wherever they are read. Nobody's name is in it but those of whoever leads.
 *
 * @param roster    whose training it is
 * @param place     the hall; one or none
 * @param revisions blocks of the screening so far, the oldest first
 */
record CalendarFile(String roster, Optional<String> place, List<Blocks.BlockView> revisions, Catalogue words) {

    static final String TYPE = "text/calendar;charset=UTF-8";

    byte[] bytes() {
        Blocks.BlockView now = revisions.get(revisions.size() - 1);
        List<Season.Session> sessions = now.plan().block().sessions();
        int most = revisions.stream()
                .mapToInt(b -> b.plan().block().sessions().size())
                .max()
                .orElse(0);
        ICalendar calendar = new ICalendar();
        calendar.setVersion(ICalVersion.V2_0);
        calendar.setMethod("PUBLISH");
        calendar.setProductId("-//Rangordnung//Training//EN");
        IntStream.range(0, most)
                .mapToObj(i -> i < sessions.size()
                        ? event(now, "session-" + i, sessions.get(i), title(i, sessions))
                        : gone(now, i))
                .forEach(calendar::addEvent);
        calendar.addEvent(
                event(now, "retest", now.plan().block().retest(), words.say("calendar_retest", "roster", roster)));
        calendar.getEvents().forEach(event -> {
            calendar.getTimezoneInfo().setFloating(event.getDateStart(), true);
            calendar.getTimezoneInfo().setFloating(event.getDateEnd(), true);
        });
        return Biweekly.write(calendar).go().getBytes(StandardCharsets.UTF_8);
    }

    private String title(int session, List<Season.Session> all) {
        return words.say("calendar_session", "roster", roster, "number", session + 1, "all", all.size());
    }

    /** A session that the block had before and has no more, where it last was. */
    private VEvent gone(Blocks.BlockView now, int index) {
        Season.Session last = revisions.stream()
                .map(b -> b.plan().block().sessions())
                .filter(s -> s.size() > index)
                .reduce((a, b) -> b)
                .orElseThrow()
                .get(index);
        VEvent event = event(now, "session-" + index, last, words.say("calendar_called_off", "roster", roster));
        event.setStatus(Status.cancelled());
        return event;
    }

    private VEvent event(Blocks.BlockView now, String name, Season.Session date, String title) {
        VEvent event = new VEvent();
        event.setUid(name + "-" + now.screening() + "@rangordnung");
        event.setSequence(revisions.size() - 1);
        event.setDateTimeStamp(Date.from(now.at()));
        event.setLastModified(Date.from(now.at()));
        event.setDateStart(new DateStart(local(date.day().atTime(date.hours().from()))));
        event.setDateEnd(new DateEnd(local(date.day().atTime(date.hours().to()))));
        Summary summary = event.setSummary(title);
        summary.setLanguage(words.language().code());
        place.ifPresent(event::setLocation);
        event.setDescription(Stream.concat(
                        IntStream.range(0, now.plan().groups().size())
                                .mapToObj(i -> group(i, now.plan().groups().get(i))),
                        Stream.of(words.say("safety_line")))
                .collect(Collectors.joining("\n")));
        event.setStatus(date.takesPlace() ? Status.confirmed() : Status.cancelled());
        return event;
    }

    /** A group by its number, with where it trains and who leads it; what it works on is not told. */
    private String group(int index, Blocks.BlockGroup group) {
        return Stream.concat(
                        Stream.of(words.say("paper_group", "number", index + 1)),
                        Stream.of(group.place(), group.supervisor()).flatMap(Optional::stream))
                .collect(Collectors.joining(", "));
    }

    /** A time on the clock of the hall. */
    private static ICalDate local(LocalDateTime time) {
        return new ICalDate(Date.from(time.atZone(ZoneId.systemDefault()).toInstant()), true);
    }
}
