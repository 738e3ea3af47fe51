package app.promptsparrow.desktop.beat.edit;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Roll;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The numbers of hits, as fields and the detail lane change them. */
class PropertyTest {

    private static final List<HitProperty> ALL = List.of(HitProperty.VELOCITY, HitProperty.LENGTH, HitProperty.TIMING, HitProperty.PITCH,
            HitProperty.ROLL, HitProperty.FLAM);

    @Test
    void any_wish_is_brought_into_what_a_hit_can_be_and_read_back() {
        for (HitProperty property : ALL) {
            for (long wish : new long[] {Long.MIN_VALUE / 4, -1, 0, 1, 7, 60, 10_000, Long.MAX_VALUE / 4}) {
                Hit hit = property.with(Hit.drum(4, 96), wish);
                assertThat(property.of(hit)).as("%s to %d", property.title(), wish).isBetween(property.min(), property.max());
                assertThat(property.with(hit, property.of(hit))).isEqualTo(hit);
            }
        }
    }

    @Test
    void one_property_leaves_the_others_alone() {
        Hit rich = new Hit(4, 90, 3 * Hit.STEP, 700, -200, Optional.of(new Roll(5, 2, 60, 300)), Optional.of(new Flam(20, 40)), false);
        Hit louder = HitProperty.VELOCITY.with(rich, 110);
        assertThat(louder.withVelocity(90)).isEqualTo(rich);
        Hit longerRoll = HitProperty.ROLL.with(rich, 7);
        assertThat(longerRoll.roll()).contains(new Roll(7, 2, 60, 300));
        assertThat(HitProperty.ROLL_SPAN.with(rich, 4).roll()).contains(new Roll(5, 4, 60, 300));
        assertThat(HitProperty.ROLL_RAMP.with(rich, 150).roll()).contains(new Roll(5, 2, 150, 300));
        assertThat(HitProperty.ROLL_PITCH.with(rich, -700).roll()).contains(new Roll(5, 2, 60, -700));
        assertThat(HitProperty.GRACE.with(rich, 70).flam()).contains(new Flam(20, 70));
        assertThat(HitProperty.FLAM.with(rich, 30).flam()).contains(new Flam(30, 40));
    }

    @Test
    void a_roll_of_one_and_a_flam_of_nothing_are_none_and_both_end_a_slide() {
        Hit slide = Hit.bass(2, 96, 33, Hit.STEP).withSlide(true);
        assertThat(HitProperty.ROLL.with(slide, 3).slide()).isFalse();
        assertThat(HitProperty.FLAM.with(slide, 22).slide()).isFalse();
        assertThat(HitProperty.ROLL.with(slide, 1)).isEqualTo(slide);
        assertThat(HitProperty.ROLL.with(HitProperty.ROLL.with(Hit.drum(0, 96), 3), 1)).isEqualTo(Hit.drum(0, 96));
        assertThat(HitProperty.FLAM.with(HitProperty.FLAM.with(Hit.drum(0, 96), 22), 4)).isEqualTo(Hit.drum(0, 96));
        assertThat(HitProperty.GRACE.with(Hit.drum(0, 96), 70)).as("there is no grace without a flam").isEqualTo(Hit.drum(0, 96));
    }

    @Test
    void numbers_are_read_with_a_point_or_a_comma_and_a_unit_behind_them() {
        assertThat(Numbers.number("92")).contains(92.0);
        assertThat(Numbers.number(" 92,5 BPM")).contains(92.5);
        assertThat(Numbers.number("-3.25 dB")).contains(-3.25);
        assertThat(Numbers.number("+7")).contains(7.0);
        assertThat(Numbers.number("seven")).isEmpty();
        assertThat(Numbers.signed(1.5) + " " + Numbers.signed(0) + " " + Numbers.signed(-2)).isEqualTo("+1.5 0 -2");
        assertThat(Numbers.or("off", 0).apply(" O")).contains(0.0);
        assertThat(Numbers.or("off", 0).apply("offal")).isEmpty();
        assertThat(Numbers.or("off", 0).apply("12 ms")).contains(12.0);
        assertThat(Numbers.or("off", 0).apply("")).isEmpty();
        assertThat(Numbers.number("")).isEmpty();
        assertThat(Numbers.number("99999999999")).as("only the start of it").contains(999_999.0);
        assertThat(Numbers.text(2)).isEqualTo("2");
        assertThat(Numbers.text(66.7)).isEqualTo("66.7");
        assertThat(Numbers.text(0.125)).isEqualTo("0.13");
    }

    @Test
    void lengths_are_read_as_fractions_too() {
        assertThat(Numbers.fraction("1/2")).contains(0.5);
        assertThat(Numbers.fraction("1 1/2 steps")).contains(1.5);
        assertThat(Numbers.fraction("3")).contains(3.0);
        assertThat(Numbers.fraction("1/0")).contains(1.0);
        assertThat(Numbers.fraction("half")).isEmpty();
    }
}
