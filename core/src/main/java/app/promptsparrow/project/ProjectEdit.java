package app.promptsparrow.project;

import app.promptsparrow.kit.Master;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.Optional;

/** A change of what the project holds besides hits and rows, banks and slots: tempo, meter, swing, key, touches. */
public sealed interface ProjectEdit extends Edit {

    /** Names the project. */
    record RenameProject(String to) implements ProjectEdit {
        @Override
        public String name() {
            return "Rename project to " + to;
        }

        @Override
        public Project apply(Project project) {
            return project.withName(to);
        }
    }

    /** Sets the project's tempo. */
    record SetTempo(Tempo tempo) implements ProjectEdit {
        @Override
        public String name() {
            return "Set tempo to " + tempo.text();
        }

        @Override
        public Project apply(Project project) {
            return project.withTempo(tempo);
        }
    }

    /** Sets the project's meter. */
    record SetMeter(Meter meter) implements ProjectEdit {
        @Override
        public String name() {
            return "Set meter to " + meter;
        }

        @Override
        public Project apply(Project project) {
            return project.withMeter(meter);
        }
    }

    /** Sets the project's swing. */
    record SetSwing(Swing swing) implements ProjectEdit {
        @Override
        public String name() {
            return "Set swing to " + swing.text();
        }

        @Override
        public Project apply(Project project) {
            return project.withSwing(swing);
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            return new SetSwing(Beside.change(madeFor.swing(), swing, now.swing())).apply(now);
        }
    }

    /** Sets the project's key; notes stay what they are. */
    record SetKey(Key key) implements ProjectEdit {
        @Override
        public String name() {
            return "Set key to " + key.text();
        }

        @Override
        public Project apply(Project project) {
            return project.withKey(key);
        }
    }

    /** Sets the master's level, its limiter and its ceiling. */
    record SetMaster(String name, Master master) implements ProjectEdit {
        @Override
        public Project apply(Project project) {
            return project.withMaster(master);
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            return new SetMaster(name, Beside.change(madeFor.master(), master, now.master())).apply(now);
        }
    }

    /** Draws another number, so that rows that choose their layers by chance choose others. */
    record DrawChance(int chanceNumber) implements ProjectEdit {
        @Override
        public String name() {
            return "Draw other layers";
        }

        @Override
        public Project apply(Project project) {
            return project.withChanceNumber(chanceNumber);
        }
    }

    /** Says what the four touches give. */
    record SetTouches(String name, Touches touches) implements ProjectEdit {
        @Override
        public Project apply(Project project) {
            return project.withTouches(touches);
        }
    }

    /** Plays another file under the music, or the same in another way, or none. */
    record SetBacking(String name, Optional<Backing> backing) implements ProjectEdit {
        @Override
        public Project apply(Project project) {
            return project.withBacking(backing);
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            boolean both = backing.isPresent() && madeFor.backing().isPresent() && now.backing().isPresent();
            return (both ? new SetBacking(name, Optional.of(Beside.change(madeFor.backing().get(), backing.get(), now.backing().get()))) : this).apply(now);
        }
    }
}
