package app.promptsparrow.desktop.live.pane;

import app.promptsparrow.desktop.live.Live;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import java.util.function.Supplier;
import javafx.stage.Window;

/** The windows beside the main one: practice pads, port monitor, sound and MIDI. Each is made when it is first wanted. */
public final class LiveWindows {

    private final Session session;
    private final Live live;
    private final Supplier<Window> owner;
    private final PadsWindow.Others others;
    private Theme theme;
    private PadsWindow pads;
    private MonitorWindow monitor;
    private DevicesWindow devices;

    /**
     * @param owner  the main window
     * @param others takes keys that strike no pad
     */
    public LiveWindows(Session session, Live live, Supplier<Window> owner, PadsWindow.Others others) {
        this.session = session;
        this.live = live;
        this.owner = owner;
        this.others = others;
        theme = session.settings().theme();
    }

    public void setTheme(Theme to) {
        theme = to;
        if (pads != null) {
            pads.setTheme(to);
        }
        if (monitor != null) {
            monitor.setTheme(to);
        }
        if (devices != null) {
            devices.setTheme(to);
        }
    }

    /** Shows the practice pads, or hides them if they are shown; the others likewise. */
    public void togglePads() {
        if (pads == null) {
            pads = new PadsWindow(session, live.pads(), owner.get(), others);
            pads.setTheme(theme);
        }
        if (pads.isShowing()) {
            pads.hide();
        } else {
            pads.show();
        }
    }

    public void toggleMonitor() {
        if (monitor == null) {
            monitor = new MonitorWindow(session, live.out(), live.monitor(), owner.get());
            monitor.setTheme(theme);
        }
        monitor.toggle();
    }

    public void toggleDevices() {
        if (devices == null) {
            devices = new DevicesWindow(session, live, owner.get());
            devices.setTheme(theme);
        }
        devices.toggle();
    }
}
