#include "app/window/help.h"

#include <QApplication>
#include <QMessageBox>

namespace glaukophos {

void showFirstSteps(QWidget* parent) {
    QMessageBox box(parent);
    box.setWindowTitle(QObject::tr("First steps"));
    box.setTextFormat(Qt::RichText);
    box.setText(QObject::tr(
        "<h3>From the figure to the bench</h3>"
        "<p><b>1 Figure.</b> Open your print file (drop it on the window). Set its height and "
        "front. Divide it at its creases, join what belongs together, brush the rest; Depth finds "
        "cracks and vents; give each part its material and the colour it has in daylight.</p>"
        "<p><b>2 Lights.</b> Start from a ready plan, or add lights one by one. Take hold of "
        "them in the picture: the moon rides on an arc from the hour ring on the floor, lamps "
        "move across your view, with Shift along the surface; Ctrl and wheel for strength. The "
        "round chart is the same from above, with you at the bottom. Best shows where the "
        "moon would do best, and why. Click the figure to see what blocks which light.</p>"
        "<p><b>3 Values.</b> Take a style or drag the borders of the bands: the lighter, the "
        "smaller. Edges shows where to blend and what to line, Study whether it reads when you "
        "squint, Hand where you know better than the light.</p>"
        "<p><b>4 Colours.</b> Click a part: its ladder stands at the foot, wanted over mixed, with "
        "drops, coats and thinning. Shade, Hues, Night and Glow decide what colours become; Lines "
        "draws bolts, nets of light "
        "and signs along the surface, and eyes; Under shows primer, sprays and filters before they "
        "are laid. Rack "
        "holds your paints: a paint is known by "
        "its "
        "colour and by what one part in ten of white looks like; look at the row of tints, and "
        "set it right. Pots builds a ladder from pots of your own, Mix says how many paints to "
        "use.</p>"
        "<p><b>5 Steps.</b> Every layer in working order, with its map, drops, tool and time. Drag "
        "one to move it; what breaks is said. Ways says how layers follow each other, Time plans "
        "evenings and batches, Findings name what will go wrong, where, and the cure.</p>"
        "<p><b>6 Bench.</b> One step at a time, full screen: space when a coat is on, page up to "
        "take "
        "it back; say whether a mix came out as said, and the mixes to come follow; arrows to turn "
        "the figure, N for a note, D for the evening. Or print the whole "
        "plan from the File menu.</p>"
        "<p><b>7 Review.</b> Photographs of the figure in your hand: find six ringed places in "
        "one, or "
        "let the program look for the figure, and the plan lies on your own picture: borders, one "
        "layer, all colours. In greys, mirrored, or beside an earlier one. Painted: with a card of "
        "white, grey and black beside it, the finished figure is held against the plan, and what "
        "is "
        "wrong becomes steps. Light: a photograph of the primed figure gives the plan its light. "
        "Log: what you painted when, how long it took, what worked.</p>"
        "<p><b>No file of the figure?</b> Open a photograph instead: its greys become bands, you "
        "name areas by brush and patch, and ladders, steps and paper follow.</p>"
        "<p>Directions run like a clock laid round the figure: 12 is where it faces, 3 its own "
        "right hand, which is on your left as you face it.</p>"));
    box.exec();
}

void showAbout(QWidget* parent) {
    QMessageBox box(parent);
    box.setWindowTitle(QObject::tr("About Glaukophos"));
    box.setTextFormat(Qt::RichText);
    box.setText(
        QObject::tr("<h3>Glaukophos %1</h3><p>Plan where light falls on a figure before you paint "
                    "it.</p><p>Free software under the GNU General Public License, version 3 or "
                    "later. Set in Manrope (SIL Open Font License 1.1).</p>")
            .arg(QApplication::applicationVersion()));
    box.exec();
}

}  // namespace glaukophos
