package rangordnung.server.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.platform.Spreadsheet;
import rangordnung.server.roster.CellReader.DateOrder;

class CellReaderTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 25);

    /** House convention: day first, unless a second number of the column can be no month. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "3.4.2012;5.6.2012|DAY_FIRST",
                "03/04/2012;02/28/2011|MONTH_FIRST",
                "13/04/2012;02/28/2011|DAY_FIRST",
                "2012-03-04;|DAY_FIRST"
            })
    void a_column_says_how_its_dates_are_meant(String cells, DateOrder order) {
        assertThat(CellReader.order(List.of(cells.split(";")))).isEqualTo(order);
    }

    @ParameterizedTest
    @CsvSource({
        "2012-03-04, DAY_FIRST, 2012-03-04",
        "2012/3/4, DAY_FIRST, 2012-03-04",
        "2012-03-04T00:00:00, DAY_FIRST, 2012-03-04",
        "4.3.2012, DAY_FIRST, 2012-03-04",
        "04-03-2012, DAY_FIRST, 2012-03-04",
        "4. 3. 12, DAY_FIRST, 2012-03-04",
        "3/4/2012, MONTH_FIRST, 2012-03-04",
        "1.1.26, DAY_FIRST, 2026-01-01",
        "1.1.27, DAY_FIRST, 1927-01-01",
        "29.2.2012, DAY_FIRST, 2012-02-29"
    })
    void dates_are_read_in_many_forms(String cell, DateOrder order, LocalDate date) {
        assertThat(CellReader.date(cell, order, TODAY)).contains(date);
    }

    @ParameterizedTest
    @CsvSource({
        "30.2.2012, date-impossible", "29.2.2013, date-impossible", "1.13.2012, date-impossible",
                "26.11.2026, date-out-of-range",
        "1.1.1900, date-out-of-range", "yesterday, date-unreadable", "2012, date-unreadable", "=1+1, date-unreadable"
    })
    void a_date_that_is_none_is_refused_with_its_reason(String cell, String code) {
        assertThatThrownBy(() -> CellReader.date(cell, DateOrder.DAY_FIRST, TODAY))
                .isInstanceOf(CellReader.UnreadableCell.class)
                .hasMessage(code);
    }

    @ParameterizedTest
    @CsvSource({
        "158.5, 158.5",
        "'158,5', 158.5",
        "158 cm, 158",
        "'1,58', 158",
        "1.585 m, 158.5",
        "1.585, 158.5",
        "250, 250"
    })
    void lengths_are_centimetres_whatever_they_were_written_in(String cell, double centimetres) {
        assertThat(CellReader.centimetres(cell, 80, 250)).contains(centimetres);
    }

    @ParameterizedTest
    @CsvSource({
        "79, number-out-of-range",
        "251, number-out-of-range",
        "0.5, number-out-of-range",
        "tall, number-unreadable",
        "NaN, number-unreadable",
        "-5, number-out-of-range"
    })
    void a_length_that_cannot_be_is_refused(String cell, String code) {
        assertThatThrownBy(() -> CellReader.centimetres(cell, 80, 250)).hasMessage(code);
    }

    /** Common practice: an apostrophe keeps a spreadsheet from taking text for a formula. */
    @ParameterizedTest
    @CsvSource({"=1+1, '''=1+1'", "+1, '''+1'", "-1, '''-1'", "@x, '''@x'", "O'Neil, O'Neil", "'', ''", "Ada, Ada"})
    void guarding_is_undone_by_reading(String text, String guarded) {
        assertThat(Spreadsheet.guarded(text)).isEqualTo(guarded);
        assertThat(Spreadsheet.withoutGuard(guarded)).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource({
        "First Name, GIVEN_NAME",
        "Vorname, GIVEN_NAME",
        "NACHNAME, FAMILY_NAME",
        "Name, FULL_NAME",
        "Geb.-Datum, BIRTH_DATE",
        "Größe (cm), HEIGHT_CM",
        "Body mass, MASS_KG",
        "Beinlänge, LEG_LENGTH_CM",
        "Freigabe, CLEARANCE",
        "Lieblingsfarbe, IGNORED",
        "'', IGNORED"
    })
    void headers_are_understood_in_two_languages(String header, Column column) {
        assertThat(Column.of(header)).isEqualTo(column);
    }
}
