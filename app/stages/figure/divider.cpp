// One job at a time; its result is dropped when another figure was opened meanwhile.
#include "app/stages/figure/divider.h"

namespace glaukophos {

Divider::Divider(Document& document, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_runner(
          [this](const Request& form, const NewestWins<Request>::Turn& turn) { work(form, turn); },
          [this](const QString& sentence) { emit failed(sentence); }) {}

Divider::Guide Divider::guide() const {
    return m_document.isOpen() && m_document.plan().figure->form == m_form ? m_guide : nullptr;
}

void Divider::with(const std::function<void(const DivisionGuide&)>& use) {
    if (!m_document.isOpen()) return;
    if (const Guide known = guide(); known != nullptr && known->tree != nullptr) {
        use(*known);
        return;
    }
    m_waiting = use;
    prepare();
}

void Divider::prepare() {
    if (!m_document.isOpen() || m_form == m_document.plan().figure->form) return;
    m_form = m_document.plan().figure->form;
    m_guide.reset();
    m_runner.request(m_form);
}

void Divider::work(const Request& form, const NewestWins<Request>::Turn& turn) {
    DivisionGuide creases = creaseGuide(*form);
    post(form, std::make_shared<const DivisionGuide>(creases));
    auto whole = withPatches(std::move(creases), *form,
                             {turn.stop(), [this](double f) { emit progressed(f); }});
    if (whole) post(form, std::make_shared<const DivisionGuide>(std::move(*whole)));
}

void Divider::post(const Request& form, const Guide& guide) {
    QMetaObject::invokeMethod(
        this,
        [this, form, guide] {
            if (form != m_form || m_document.plan().figure->form != form) return;
            m_guide = guide;
            if (guide->tree == nullptr) return;
            emit ready();
            const auto use = std::exchange(m_waiting, nullptr);
            if (use) use(*guide);
        },
        Qt::QueuedConnection);
}

}  // namespace glaukophos
