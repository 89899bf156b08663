#include "app/view/place_tool.h"

namespace glaukophos {

void PlaceTool::end(const HandMove& hand, bool click) {
    const auto place = click ? m_view.placeAt(hand.at) : std::nullopt;
    if (!place) return;
    const Use use = m_use;
    m_view.layDownTool();  // the use may take up another
    use(*place, hand.at);
}

}  // namespace glaukophos
