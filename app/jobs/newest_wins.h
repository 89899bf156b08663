// A worker thread for which only the newest request counts.
#pragma once

#include <QString>
#include <chrono>
#include <condition_variable>
#include <functional>
#include <mutex>
#include <optional>
#include <stop_token>
#include <thread>
#include <utility>

namespace glaukophos {

// What is caught, as one sentence for the user; called inside a catch block.
QString sentenceOfException();

template <class Request>
class NewestWins {
  public:
    // What the work knows of its request.
    class Turn {
      public:
        // Asked for as soon as a newer request waits, or the end of the program.
        [[nodiscard]] const std::stop_token& stop() const { return m_stop; }
        [[nodiscard]] bool isOver() const { return m_stop.stop_requested(); }
        // Waits until the turn has lasted so long; false as soon as it is over.
        [[nodiscard]] bool restsFor(std::chrono::milliseconds time) const {
            std::unique_lock lock(m_runner.m_mutex);
            m_runner.m_wake.wait_until(lock, m_stop, m_begun + time, [this] { return isOver(); });
            return !isOver();
        }

      private:
        friend NewestWins;
        Turn(NewestWins& runner, std::stop_token stop)
            : m_runner(runner), m_stop(std::move(stop)) {}
        NewestWins& m_runner;
        std::stop_token m_stop;
        std::chrono::steady_clock::time_point m_begun = std::chrono::steady_clock::now();
    };

    // Both are called on the worker. `failed` gets a sentence for whatever `work` throws; the
    // worker goes on with the next request.
    NewestWins(std::function<void(const Request&, const Turn&)> work,
               std::function<void(const QString&)> failed)
        : m_work(std::move(work)),
          m_failed(std::move(failed)),
          m_worker([this](const std::stop_token& stop) { run(stop); }) {}

    ~NewestWins() {
        m_worker.request_stop();
        const std::scoped_lock lock(m_mutex);
        m_turn.request_stop();
    }

    NewestWins(const NewestWins&) = delete;
    NewestWins& operator=(const NewestWins&) = delete;

    void request(Request request) {
        {
            const std::scoped_lock lock(m_mutex);
            m_waiting = std::move(request);
            m_turn.request_stop();
        }
        m_wake.notify_all();
    }

    // Drops what waits and stops what is being done, without waiting for it.
    void forget() {
        const std::scoped_lock lock(m_mutex);
        m_waiting.reset();
        m_turn.request_stop();
    }

    // Waits until nothing is being done and nothing waits.
    void finish() {
        std::unique_lock lock(m_mutex);
        m_done.wait(lock, [this] { return !m_busy && !m_waiting; });
    }

  private:
    std::optional<std::pair<Request, std::stop_token>> take(const std::stop_token& stop) {
        std::unique_lock lock(m_mutex);
        m_busy = false;
        m_done.notify_all();
        if (!m_wake.wait(lock, stop, [this] { return m_waiting.has_value(); })) return std::nullopt;
        m_busy = true;
        m_turn = std::stop_source();
        if (stop.stop_requested()) m_turn.request_stop();
        return std::pair{*std::exchange(m_waiting, std::nullopt), m_turn.get_token()};
    }

    void run(const std::stop_token& stop) {
        while (auto taken = take(stop)) {
            try {
                m_work(taken->first, Turn(*this, std::move(taken->second)));
            } catch (...) {
                m_failed(sentenceOfException());
            }
        }
    }

    std::function<void(const Request&, const Turn&)> m_work;
    std::function<void(const QString&)> m_failed;
    std::mutex m_mutex;
    std::condition_variable_any m_wake;
    std::condition_variable m_done;
    std::optional<Request> m_waiting;
    std::stop_source m_turn;
    bool m_busy = false;
    std::jthread m_worker;  // last member
};

}  // namespace glaukophos
